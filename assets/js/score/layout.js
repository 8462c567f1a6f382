// How much room each row of a score needs for what stands above it, and where a run of music lies in a row. All in the engraver's units.
import { endBefore, startAt } from './geometry.js';

/** @typedef {import('./geometry.js').Geometry} Geometry */
/** @typedef {import('./geometry.js').Row} Row */
/** @typedef {[number, number]} Place position of a measure, and ticks after its start */

/**
 * @typedef {object} ToldMeasure
 * @property {number} position
 * @property {string} number
 * @property {string} printed
 * @property {number} beats
 * @property {number} ticks
 * @property {string} letter of its likeness
 * @property {number|string} pattern
 * @property {number} heat
 * @property {number} share of the measure that is hot
 * @property {number} tempo at which it is comfortable
 * @property {string} upTo the same in words
 * @property {string} met
 * @property {string} label
 * @property {string} told
 */

/**
 * @typedef {object} ToldChunk
 * @property {string} edges
 * @property {string} kind
 * @property {boolean} proposed
 * @property {string} label
 * @property {string} name for who listens to the page
 * @property {number} lane
 * @property {Place} from
 * @property {Place} to
 */
/** @typedef {{label: string, from: number, last: number}} ToldSection */
/** @typedef {{from: Place, to: Place, heat: number, tempo: number}} ToldSpot */
/** @typedef {{measures: ToldMeasure[], chunks: ToldChunk[], sections: ToldSection[], spots: ToldSpot[]}} Told by the server */

/** Pixels of what stands above a row: of a section that begins, and of one that goes on. */
const BAND = 19;
const PLAIN_BAND = 8;
/** Room that the label of a chunk needs. */
const LABEL = 64;
const LANE = 19;
const PLAIN_LANE = 10;

export class Layout {
    /**
     * @param {Geometry} geometry
     * @param {Told} told
     * @param {number} unit of the engraver, a pixel
     */
    constructor(geometry, told, unit) {
        this.geometry = geometry;
        this.told = told;
        this.unit = unit;
    }

    /** @param {number} value pixels */
    px(value) {
        return value * this.unit;
    }

    /**
     * Height of the sections above a row.
     *
     * @param {Row} row
     */
    band(row) {
        if (this.told.sections.length === 0) {
            return 0;
        }
        return this.told.sections.some(({ from }) => from >= row.first && from <= row.last)
            ? this.px(BAND)
            : this.px(PLAIN_BAND);
    }

    /** @param {Row} row */
    chunksIn(row) {
        return this.told.chunks.filter(
            ({ from, to }) => from[0] <= row.last && (to[0] > row.first || (to[0] === row.first && to[1] > 0)),
        );
    }

    /**
     * How far above the floor each lane of a row lies. A lane in which nothing begins needs no room for a label.
     *
     * @param {Row} row
     */
    lanes(row) {
        /** @type {number[]} */
        const heights = [];
        for (const chunk of this.chunksIn(row)) {
            const need = chunk.from[0] >= row.first ? LANE : PLAIN_LANE;
            heights[chunk.lane] = Math.max(heights[chunk.lane] ?? 0, this.px(need));
        }
        /** @type {number[]} */
        const rises = [];
        let height = 0;
        for (let lane = 0; lane < heights.length; lane++) {
            rises[lane] = height;
            height += heights[lane] ?? 0;
        }
        return { rises, height };
    }

    /** @param {number} position of a measure */
    ticks(position) {
        return this.told.measures[position]?.ticks ?? 1;
    }

    /**
     * From where to where a run of music lies in a row.
     *
     * @param {Row} row
     * @param {Place} from
     * @param {Place} to
     */
    span(row, from, to) {
        const { measures } = this.geometry;
        const starts = from[0] >= row.first;
        const ends = to[0] < row.last + 1 || (to[0] === row.last + 1 && to[1] === 0);
        const last = to[1] > 0 ? to[0] : to[0] - 1;
        return {
            starts,
            ends,
            left: starts ? startAt(measures[from[0]], from[1], this.ticks(from[0])) : row.left,
            right: ends ? endBefore(measures[last], to[1] > 0 ? to[1] : Infinity) : row.right,
        };
    }

    /**
     * A chunk begins so near to the end of a row that its label has no room there: it stands at the start of the next.
     *
     * @param {Row} row
     * @param {ToldChunk} chunk
     * @param {Row|null} next
     */
    isShort(row, chunk, next = null) {
        const { ends, left, right } = this.span(row, chunk.from, chunk.to);
        return !ends && right - left < this.px(LABEL) && (next === null || next.index === row.index + 1);
    }
}
