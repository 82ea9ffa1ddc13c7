import { bundleJobs } from "./jobs.mjs";

/** Once, before any test: tests of routes set pages in threads as the server does. */
export default function setup(): void {
  bundleJobs();
}
