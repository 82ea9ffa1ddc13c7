import { openSession } from "./lib/session.mjs";

await openSession("dev");
