// What the build puts in (assets/build.mjs), and what the page brings along.
declare const NOTATION_WORKER: string;
declare const ENGRAVER_VERSION: string;
declare const ENGRAVER: string;
/** Files that the worker of a lesson keeps. */
declare const KEPT: string[];
