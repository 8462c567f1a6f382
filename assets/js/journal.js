// What was just logged, written down before anything else is done with it: the browser's database takes a moment, and a page that is
// closed or loaded again within this moment would take the entry with it.

/** @typedef {import('./lesson/types.js').Entry} Entry */

const NAMED = 'coin-stair-entry-';

/**
 * @param {number} lesson
 * @param {Entry} entry
 */
export function jot(lesson, entry) {
    try {
        localStorage.setItem(NAMED + entry.id, JSON.stringify({ lesson, entry }));
    } catch {
        // Full, or not given by this browser: the database is tried all the same.
    }
}

/** @returns {{lesson: number, entry: Entry}[]} what was jotted down and not struck out yet */
export function jotted() {
    try {
        return Object.keys(localStorage)
            .filter((key) => key.startsWith(NAMED))
            .flatMap((key) => read(localStorage.getItem(key)));
    } catch {
        return [];
    }
}

/**
 * @param {string|null} text
 * @returns {{lesson: number, entry: Entry}[]} none where the text is no entry: one bad row holds up nothing
 */
function read(text) {
    try {
        const row = JSON.parse(text ?? 'null');
        return typeof row?.lesson === 'number' && typeof row?.entry?.id === 'string' ? [row] : [];
    } catch {
        return [];
    }
}

/** @param {string} id of an entry that is kept elsewhere now */
export function strike(id) {
    try {
        localStorage.removeItem(NAMED + id);
    } catch {
        // Not given by this browser: nothing was jotted down.
    }
}
