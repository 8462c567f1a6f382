// Where the rows, measures and notes of an engraved score stand, in the engraver's own units. Read once after it was drawn.
import { all, find, one } from '../dom.js';

/**
 * @typedef {object} Stop a note or rest that begins somewhere
 * @property {number} ticks from the start of its measure
 * @property {number} left
 * @property {number} right
 * @property {SVGGraphicsElement[]} notes
 */

/** A row before anything is laid over it. */
const UNLAID = {
    left: 0,
    right: 0,
    top: 0,
    bottom: 0,
    lanes: { rises: [], height: 0 },
    band: 0,
    floor: 0,
    dy: 0,
    deep: 0,
    at: 0,
};

/** @typedef {[number, string][][]} Places of each measure: ticks and id of what begins there */

/**
 * @typedef {object} Row of measures
 * @property {SVGGraphicsElement} system
 * @property {number} index
 * @property {number} first measure
 * @property {number} last measure
 * @property {number} left
 * @property {number} right
 * @property {number} top of its first staff
 * @property {number} bottom of its last
 * @property {{rises: number[], height: number}} lanes of chunks above it; this and all that follows is what the overlay gives it
 * @property {number} band height of its sections
 * @property {number} floor under which its measures begin
 * @property {number} dy from the engraver's height to that in the row
 * @property {number} deep height of the row
 * @property {number} at which height it stands
 * @property {SVGGElement[]} layers
 */

/**
 * @typedef {object} Measure
 * @property {number} left
 * @property {number} right
 * @property {number} top
 * @property {number} bottom
 * @property {Row} row
 * @property {Stop[]} stops
 */

/**
 * @typedef {object} Geometry
 * @property {SVGGElement} page
 * @property {SVGSVGElement} inner
 * @property {Row[]} rows
 * @property {Measure[]} measures
 * @property {number} width
 * @property {number} shift of the page, to the right
 * @property {number} margin above it
 */

/**
 * The heads of a note or chord; all of a rest.
 *
 * @param {SVGGraphicsElement} element
 */
function extent(element) {
    const heads = all('.notehead', element, SVGGraphicsElement);
    const boxes = (heads.length > 0 ? heads : [element]).map((head) => head.getBBox());
    return {
        left: Math.min(...boxes.map((box) => box.x)),
        right: Math.max(...boxes.map((box) => box.x + box.width)),
    };
}

/**
 * @param {Element} measure
 * @param {Places[number]} places
 */
function stopsOf(measure, places) {
    /** @type {Stop[]} */
    const stops = [];
    for (const [ticks, id] of places) {
        const found = find('#' + CSS.escape(id), measure, SVGGraphicsElement);
        const element = found?.closest('g.chord') ?? found;
        if (element instanceof SVGGraphicsElement) {
            stops.push({ ticks, ...extent(element), notes: [element] });
        }
    }
    return stops;
}

/**
 * Extent of a measure: the first line of its first staff, down to the last line of its last.
 *
 * @param {Element} measure
 */
function lines(measure) {
    const staves = all('g.staff', measure);
    const first = one('path', staves[0], SVGPathElement).getBBox();
    const last = all(':scope > path', staves[staves.length - 1], SVGPathElement)
        .slice(-1)[0]
        .getBBox();
    return { left: first.x, right: first.x + first.width, top: first.y, bottom: last.y + last.height };
}

/**
 * Of the rows that are shown.
 *
 * @param {SVGSVGElement} picture
 * @param {Places} places
 * @returns {Geometry}
 */
export function readGeometry(picture, places) {
    const page = one('.page-margin', picture, SVGGElement);
    /** @type {Row[]} */
    const rows = [];
    /** @type {Measure[]} */
    const measures = [];
    for (const system of all('g.system', page, SVGGElement)) {
        if (system.style.display === 'none') {
            continue;
        }
        const first = measures.length;
        const row = { ...UNLAID, system, index: rows.length, first, last: first, layers: [] };
        for (const element of all('g.measure', system)) {
            measures.push({ ...lines(element), row, stops: stopsOf(element, places[measures.length] ?? []) });
        }
        row.last = measures.length - 1;
        ({ left: row.left, top: row.top, bottom: row.bottom } = measures[first]);
        row.right = measures[row.last].right;
        rows.push(row);
    }
    const inner = one('.definition-scale', picture, SVGSVGElement);
    const width = inner.viewBox.baseVal.width;
    const shift = page.transform.baseVal.numberOfItems > 0 ? page.transform.baseVal.getItem(0).matrix : { e: 0, f: 0 };
    return { page, inner, rows, measures, width, shift: shift.e, margin: shift.f };
}

/**
 * Where what begins at a place stands: at its own note, else between its neighbours in proportion to time.
 *
 * @param {Measure} measure
 * @param {number} ticks from its start
 * @param {number} length of it, in ticks
 */
export function startAt(measure, ticks, length) {
    const stops = measure.stops;
    const own = stops.find((stop) => stop.ticks === ticks);
    if (own) {
        return own.left;
    }
    const before = stops.findLast((stop) => stop.ticks < ticks) ?? { ticks: 0, left: measure.left };
    const after = stops.find((stop) => stop.ticks > ticks) ?? { ticks: length, left: measure.right };
    return (
        before.left + ((after.left - before.left) * (ticks - before.ticks)) / Math.max(1, after.ticks - before.ticks)
    );
}

/**
 * Where what lies before a place ends: at the right of its last note.
 *
 * @param {Measure} measure
 * @param {number} ticks from its start
 */
export function endBefore(measure, ticks) {
    return measure.stops.findLast((stop) => stop.ticks < ticks)?.right ?? measure.right;
}
