// The log of a lesson as several devices wrote it: each entry once, whoever sent it, in the order in which it happened.

/** @typedef {import('./types.js').Entry} Entry */
/** @typedef {import('./types.js').Row} Row */

/**
 * @param {Row} row
 * @returns {Entry}
 */
export function entryOf([id, step, kind, tempo, at, count, text, device]) {
    return { id, step, kind, tempo, at, count, text, device };
}

/**
 * Adds entries to those that are there; the same id twice is once.
 *
 * @param {Map<string, Entry>} entries by id; changed
 * @param {Iterable<Entry>} more
 */
export function merge(entries, more) {
    for (const entry of more) {
        entries.set(entry.id, entry);
    }
    return entries;
}

/**
 * The entries of a step in the order in which they happened, without what was taken back.
 *
 * @param {Iterable<Entry>} entries
 * @param {string} step
 */
export function ofStep(entries, step) {
    const all = [...entries];
    // On whichever step whoever took it back stood.
    const undone = new Set(all.filter(({ kind }) => kind === 'undo').map(({ text }) => text));
    return all
        .filter((entry) => entry.step === step && entry.kind !== 'undo' && !undone.has(entry.id))
        .sort((a, b) => a.at - b.at || a.count - b.count || (a.id < b.id ? -1 : 1));
}

/**
 * What a screen takes back: the last coin, miss or word of its own that stands. What another screen logged is that one's to take back,
 * whatever the two clocks say.
 *
 * @param {Entry[]} entries of a step, in order, without what was taken back
 * @param {string} device
 * @param {(kind: string) => boolean} moves whether a kind moves the stair
 */
export function lastOwn(entries, device, moves) {
    return entries
        .filter((entry) => entry.device === device && moves(entry.kind))
        .sort((a, b) => a.count - b.count)
        .at(-1);
}

/**
 * The highest count of some entries: the next one of this device counts on from it.
 *
 * @param {Iterable<Entry>} entries
 */
export function lastCount(entries) {
    return Math.max(0, ...[...entries].map(({ count }) => count));
}
