/**
 * Runs in the browser before anything else of ours. The validator would try whether it may make code
 * from text, which the page's policy forbids and reports: it is told beforehand. (Its settings stand
 * here, so that pages which validate nothing need not load it.)
 */
declare global {
  var __zod_globalConfig: { jitless?: boolean } | undefined;
}

globalThis.__zod_globalConfig = { jitless: true };

export {};
