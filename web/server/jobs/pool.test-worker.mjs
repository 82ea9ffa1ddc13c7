/** Jobs that do what the tests of the pool want to see. @param {{ kind: string, [more: string]: unknown }} job */
export default async function work(job) {
  switch (job.kind) {
    case "say":
      return job["words"];
    case "spin": {
      const until = Date.now() + Number(job["ms"]);
      while (Date.now() < until);
      return "spun";
    }
    case "fail":
      throw new RangeError("not like this");
    case "die":
      process.exit(7);
  }
}
