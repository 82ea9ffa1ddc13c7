/** Which way imports may point. docs/architecture.md says why. */

/** The core's ideas; each may use those before it. */
const CORE_LAYERS = [
  "foundation",
  "pitch",
  "instrument",
  "neck",
  "strings",
  "passage",
  "synthesis",
  "sound",
  "ear",
  "listening",
  "rhythm",
  "score",
  "takes",
  "tapping",
  "sounding",
  "theory",
  "analysis",
  "playing",
  "checks",
  "placement",
  "tuning-finder",
  "remap",
  "review",
  "callout",
  "strip",
  "handout",
  "catalogue",
  "formats",
];
const TESTS = "\\.(test|test-kit|arbitraries)\\.ts$";
/** Modules of the web application, by their alias or resolved. */
const web = (/** @type {string} */ folders) => `^(@|web)/(${folders})/`;

const layerRules = CORE_LAYERS.slice(0, -1).map((layer, index) => ({
  name: `core-${layer}-looks-up`,
  severity: /** @type {const} */ ("error"),
  from: { path: `^core/src/${layer}/`, pathNot: TESTS },
  to: { path: `^core/src/(${CORE_LAYERS.slice(index + 1).join("|")})/` },
}));

/** @type {import("dependency-cruiser").IConfiguration} */
export default {
  forbidden: [
    { name: "circle", severity: "error", from: {}, to: { circular: true } },
    ...layerRules,
    {
      name: "core-folder-without-a-layer",
      severity: "error",
      from: { path: `^core/src/(?!(${CORE_LAYERS.join("|")})/)` },
      to: {},
    },
    {
      name: "core-knows-no-outside",
      severity: "error",
      from: { path: "^core/src/", pathNot: TESTS },
      to: {
        pathNot:
          "^core/src/|node_modules/(zod|pitchy|dequal|htmlparser2|entities|fflate|fft\\.js|midi-file)/|^(zod|pitchy|dequal|htmlparser2|entities|fflate|fft\\.js|midi-file)$",
      },
    },
    {
      name: "cli-uses-the-core",
      severity: "error",
      from: { path: "^cli/", pathNot: TESTS },
      to: { path: "^(web|e2e|demo|scripts)/|^@intonazione/(web|demo)" },
    },
    {
      name: "press-uses-the-core",
      severity: "error",
      from: { path: "^press/", pathNot: TESTS },
      to: { path: "^(web|cli|e2e|demo|scripts)/|^@intonazione/(web|cli|demo)" },
    },
    {
      name: "web-knows-no-cli",
      severity: "error",
      from: { path: "^(web|demo|core|press)/" },
      to: { path: "^(cli|e2e|scripts)/" },
    },
    {
      name: "features-stand-alone",
      severity: "error",
      // "song" is the screen that puts the others together.
      from: { path: "^web/features/(?!song/)([^/]+)/" },
      to: { path: web("features|stages"), pathNot: "^(@|web)/features/$1/" },
    },
    {
      name: "stages-know-no-screen",
      severity: "error",
      from: { path: "^web/stages/" },
      to: { path: "^(@|web)/(features/song|app|server)/" },
    },
    {
      name: "stages-stand-alone",
      severity: "error",
      // The register lists them.
      from: { path: "^web/stages/([^/]+)/" },
      to: { path: "^(@|web)/stages/[^/]+/", pathNot: "^(@|web)/stages/$1/" },
    },
    {
      name: "shared-parts-look-up",
      severity: "error",
      from: { path: "^web/(ui|workers|worklets|calls)/" },
      to: { path: web("features|stages|app|server|open-song|open-takes|documents") },
    },
    {
      name: "open-takes-looks-up",
      severity: "error",
      // Takes know no song: who ties the two together is the open song.
      from: { path: "^web/open-takes/" },
      to: { path: web("features|stages|app|server|ui|open-song") },
    },
    {
      name: "media-knows-nobody",
      severity: "error",
      from: { path: "^web/media/" },
      to: {
        path: web("features|stages|app|server|ui|open-song|open-takes|documents|workers|calls"),
      },
    },
    {
      name: "documents-know-no-kind",
      severity: "error",
      from: { path: "^web/documents/" },
      to: { path: web("features|stages|app|server|open-song|ui|workers") },
    },
    {
      name: "open-song-looks-up",
      severity: "error",
      from: { path: "^web/open-song/" },
      to: { path: web("features|stages|app|server|ui") },
    },
    {
      name: "server-knows-no-screen",
      severity: "error",
      from: { path: "^web/server/" },
      to: { path: web("features|stages|app|ui|open-song|documents|workers|calls") },
    },
    {
      name: "page-talks-to-the-server-over-http",
      severity: "error",
      from: {
        path: "^web/(features|stages|ui|open-song|open-takes|media|documents|workers|worklets|calls)/",
      },
      to: { path: web("server"), preCompilationOnly: false },
    },
    {
      name: "jobs-know-nobody",
      severity: "error",
      from: { path: "^web/jobs/", pathNot: TESTS },
      to: { path: web("features|stages|app|server|ui|open-song|workers|calls") },
    },
    {
      name: "data-by-way-of-the-studio",
      severity: "error",
      // Only what stands behind withStudio, and what starts the server, opens the database.
      from: {
        path: "^web/",
        pathNot:
          "^web/server/(requests/with-studio|requests/http|songs/load-song|prepare|migrate|database)|^web/instrumentation|\\.test(-kit)?\\.tsx?$",
      },
      to: { path: "^web/server/database\\.ts$" },
    },
    {
      name: "one-place-talks-to-the-database",
      severity: "error",
      from: { path: "^(web|core|cli|demo)/", pathNot: "^web/server/|\\.test\\.tsx?$" },
      to: { path: "(^|node_modules/)(kysely|pg)(/|$)" },
    },
  ],
  options: {
    doNotFollow: { path: "node_modules" },
    exclude: { path: "(^|/)\\.next|next-env" },
    tsPreCompilationDeps: "specify",
    enhancedResolveOptions: {
      exportsFields: ["exports"],
      conditionNames: ["import", "node", "default", "types"],
      extensions: [".ts", ".tsx", ".mjs", ".js", ".json", ".css"],
    },
  },
};
