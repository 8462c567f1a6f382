// What the build puts in (assets/build.mjs), and what the page brings along.
declare const NOTATION_WORKER: string;
declare const ENGRAVER_VERSION: string;
declare const ENGRAVER: string;
/** Files that the worker of a lesson keeps. */
declare const KEPT: string[];

/** As much of the package as is used here. */
declare module 'sortablejs' {
    interface Moved {
        item: HTMLElement;
        to: HTMLElement;
        from: HTMLElement;
        oldIndex?: number;
        newIndex?: number;
    }
    interface Options {
        group?: string | { name: string; put: string[] };
        sort?: boolean;
        handle?: string;
        draggable?: string;
        animation?: number;
        onEnd?: (moved: Moved) => void;
        onAdd?: (moved: Moved) => void;
    }
    const Sortable: { create(list: HTMLElement, options: Options): unknown };
    export default Sortable;
}
