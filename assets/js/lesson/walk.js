// Walks a stair by the table of states that the server compiled: no rule is written here.

/** @typedef {import('./types.js').Step} Step */
/** @typedef {import('./types.js').Entry} Entry */
/** @typedef {import('./types.js').Standing} Standing */
/** @typedef {import('./types.js').Tone} Tone */

/** Column of the next state, by what happens. @type {Record<string, number>} */
const COLUMNS = { coin: 4, miss: 5, up: 6, down: 7 };

/**
 * Whether something moves the class on its stair.
 *
 * @param {string} kind
 */
export const moves = (kind) => Object.hasOwn(COLUMNS, kind);

/**
 * The state after some entries; what leads nowhere leaves it where it is.
 *
 * @param {Step} step
 * @param {Entry[]} entries of the step, in order, without what was taken back
 */
export function stateAfter(step, entries) {
    return entries.reduce((state, { kind }) => {
        const next = moves(kind) ? step.states[state]?.[COLUMNS[kind]] : undefined;
        return next ?? state;
    }, step.start);
}

/**
 * Where a class stands after some entries.
 *
 * @param {Step} step
 * @param {Entry[]} entries
 * @returns {Standing}
 */
export function standingAfter(step, entries) {
    const [tread, coins, misses, done] = step.states[stateAfter(step, entries)] ?? [0, 0, 0, 0];
    return { tread, coins, misses, done: done === 1, tempo: step.treads[tread] ?? 0 };
}

/**
 * The round that is to be played before the stair; none where all were, or the class is on its stair already.
 *
 * @param {Step} step
 * @param {Entry[]} entries of the step, in order, without what was taken back
 * @returns {number|null} index of the round
 */
export function roundAfter(step, entries) {
    const played = entries.filter(({ kind }) => kind === 'round').length;
    return played < step.rounds.length && !entries.some(({ kind }) => moves(kind)) ? played : null;
}

/**
 * The tones of a chunk that lie in an excerpt of it, told from the start of the excerpt.
 *
 * @param {{from: number, beats: number}} excerpt
 * @param {Tone[]} tones
 * @returns {Tone[]}
 */
export function tonesOf({ from, beats }, tones) {
    return tones
        .filter(([at]) => at >= from && at < from + beats)
        .map(([at, length, midi, id]) => [at - from, Math.min(length, from + beats - at), midi, id]);
}

/**
 * The version in which a group plays a step: the one that was logged last.
 *
 * @param {Entry[]} entries of the step, in order
 * @param {string} group
 * @returns {string} easier, fuller or written
 */
export function versionOf(entries, group) {
    const last = entries.filter(({ kind, text }) => kind === 'version' && text.startsWith(group + ' ')).at(-1);
    return last ? last.text.slice(group.length + 1) : 'written';
}

/**
 * A step with a stair is done at its top or by the teacher's word; one in which nothing is played when it was opened.
 *
 * @param {Step} step
 * @param {Entry[]} entries
 */
export function isDone(step, entries) {
    if (step.doneBefore) {
        return true;
    }
    if (step.treads.length === 0) {
        return entries.length > 0;
    }
    return standingAfter(step, entries).done || entries.some(({ kind }) => kind === 'done');
}
