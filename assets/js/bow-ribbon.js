// Draws the bow ribbon under the staves of an engraved picture: frog above, tip below, each stroke a slope under its notes.
const HEIGHT = 900;
const GAP = 260;
/** Units of the engraver that leave room for a ribbon between two systems. */
export const ROOM = 30;

/** @typedef {import('./lesson/types.js').Ribbon} Ribbon */

/**
 * @param {string} name
 * @param {Record<string, string|number>} attributes
 * @param {Element} parent
 */
function element(name, attributes, parent) {
    const made = document.createElementNS('http://www.w3.org/2000/svg', name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, String(value)));
    parent.append(made);
    return made;
}

/**
 * Makes room for what was drawn below the last row.
 *
 * @param {SVGSVGElement} picture
 * @param {SVGGElement} page
 * @param {number} bottom
 */
function grow(picture, page, bottom) {
    const inner = /** @type {SVGSVGElement} */ (picture.querySelector('.definition-scale'));
    const shift = page.transform.baseVal.numberOfItems > 0 ? page.transform.baseVal.getItem(0).matrix.f : 0;
    const { x, y, width, height } = inner.viewBox.baseVal;
    const more = bottom + shift + 150 - height;
    if (more > 0) {
        const outer = picture.viewBox.baseVal;
        const high = outer.height + (more * outer.width) / width;
        inner.setAttribute('viewBox', [x, y, width, height + more].join(' '));
        picture.setAttribute('viewBox', [outer.x, outer.y, outer.width, high].join(' '));
    }
}

/**
 * @param {SVGSVGElement} picture
 * @param {Ribbon} ribbon
 * @param {boolean} inRows the ribbon moves with its rows, which are laid out by somebody else
 */
export function drawRibbon(picture, { strokes, frog, tip }, inRows = false) {
    const page = /** @type {SVGGElement} */ (picture.querySelector('.page-margin'));
    picture.querySelectorAll('.bow-ribbon').forEach((ribbon) => ribbon.remove());
    const whole = inRows ? null : element('g', { class: 'bow-ribbon' }, page);
    const systems = /** @type {NodeListOf<SVGGElement>} */ (picture.querySelectorAll('g.system'));
    const rows = [...systems]
        .filter((system) => system.style.display !== 'none')
        .map((system) => {
            const box = system.getBBox();
            const staff = /** @type {SVGGElement} */ (system.querySelector('g.staff')).getBBox();
            return { system, top: box.y + box.height + GAP, left: staff.x, right: box.x + box.width };
        });
    /** @param {string} id */
    const find = (id) => (id ? /** @type {SVGGElement|null} */ (page.querySelector('#' + CSS.escape(id))) : null);
    // All is measured before anything is drawn: a browser lays out anew after each change.
    const placed = strokes.flatMap((stroke) => {
        const note = find(stroke.note);
        const system = note?.closest('g.system');
        const row = rows.find((one) => one.system === system);
        if (!note || !row) {
            return [];
        }
        const until = find(stroke.until);
        const end = until && until.closest('g.system') === system ? until.getBBox().x : row.right;
        return [{ stroke, row, start: note.getBBox().x, end }];
    });
    const ribbons = new Map(rows.map((row) => [row, whole ?? element('g', { class: 'bow-ribbon' }, row.system)]));
    for (const [{ top, left, right }, ribbon] of ribbons) {
        edge(ribbon, frog, { left, right, level: top, shift: 250 });
        edge(ribbon, tip, { left, right, level: top + HEIGHT, shift: -70 });
    }
    for (const { stroke, row, start, end } of placed) {
        element(
            'line',
            {
                class: 'stroke weight-' + stroke.weight + (stroke.recovers ? ' recovers' : ''),
                x1: start + (stroke.lifted ? 90 : 0),
                x2: end,
                y1: row.top + HEIGHT * stroke.from,
                y2: row.top + HEIGHT * stroke.to,
            },
            ribbons.get(row) ?? row.system,
        );
    }
    if (!inRows) {
        grow(picture, page, Math.max(...rows.map(({ top }) => top + HEIGHT + 100)));
    }
}

/**
 * The line of one end of the bow, with its word.
 *
 * @param {Element} ribbon
 * @param {string} word
 * @param {{left: number, right: number, level: number, shift: number}} place
 */
function edge(ribbon, word, { left, right, level, shift }) {
    element('line', { class: 'edge', x1: left, x2: right, y1: level, y2: level }, ribbon);
    element('text', { x: left + 30, y: level + shift, 'font-size': 280 }, ribbon).textContent = word;
}
