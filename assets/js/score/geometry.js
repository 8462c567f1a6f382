// Where the rows, measures and notes of an engraved score stand, in the engraver's own units. Read once after it was drawn.

/**
 * @typedef {object} Stop a note or rest that begins somewhere
 * @property {number} ticks from the start of its measure
 * @property {number} left
 * @property {number} right
 * @property {Element[]} notes
 */

/** The heads of a note or chord; all of a rest. */
function extent(element) {
    const heads = [...element.querySelectorAll('.notehead')];
    const boxes = (heads.length > 0 ? heads : [element]).map((head) => head.getBBox());
    return {
        left: Math.min(...boxes.map((box) => box.x)),
        right: Math.max(...boxes.map((box) => box.x + box.width)),
    };
}

function stopsOf(measure, places) {
    const stops = [];
    for (const [ticks, id] of places ?? []) {
        const found = measure.querySelector('#' + CSS.escape(id));
        const element = found?.closest('g.chord') ?? found;
        if (element) {
            stops.push({ ticks, ...extent(element), notes: [element] });
        }
    }
    return stops;
}

/** Extent of a measure: the first line of its first staff, down to the last line of its last. */
function lines(measure) {
    const staves = measure.querySelectorAll('g.staff');
    const first = staves[0].querySelector('path').getBBox();
    const last = [...staves[staves.length - 1].querySelectorAll(':scope > path')].at(-1).getBBox();
    return { left: first.x, right: first.x + first.width, top: first.y, bottom: last.y + last.height };
}

/**
 * Of the rows that are shown.
 *
 * @param {SVGElement} picture
 * @param {[number, string][][]} places of each measure: ticks and id of what begins there
 */
export function readGeometry(picture, places) {
    const page = picture.querySelector('.page-margin');
    const rows = [];
    const measures = [];
    for (const system of page.querySelectorAll('g.system')) {
        if (system.style.display === 'none') {
            continue;
        }
        const row = { system, index: rows.length, first: measures.length, dy: 0 };
        for (const element of system.querySelectorAll('g.measure')) {
            measures.push({ ...lines(element), row, element, stops: stopsOf(element, places[measures.length]) });
        }
        row.last = measures.length - 1;
        row.left = measures[row.first].left;
        row.right = measures[row.last].right;
        row.top = measures[row.first].top;
        row.bottom = measures[row.first].bottom;
        rows.push(row);
    }
    const inner = picture.querySelector('.definition-scale');
    const width = inner.viewBox.baseVal.width;
    const shift = page.transform.baseVal.numberOfItems > 0 ? page.transform.baseVal.getItem(0).matrix : { e: 0, f: 0 };
    return { page, inner, rows, measures, width, shift: shift.e, margin: shift.f };
}

/** Where what begins at a place stands: at its own note, else between its neighbours in proportion to time. */
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

/** Where what lies before a place ends: at the right of its last note. */
export function endBefore(measure, ticks) {
    return measure.stops.findLast((stop) => stop.ticks < ticks)?.right ?? measure.right;
}
