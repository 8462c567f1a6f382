// Draws the bow ribbon under the staves of an engraved picture: frog above, tip below, each stroke a slope under its notes.
const HEIGHT = 900;
const GAP = 260;
/** Units of the engraver that leave room for a ribbon between two systems. */
export const ROOM = 30;

function element(name, attributes, parent) {
    const made = document.createElementNS('http://www.w3.org/2000/svg', name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, String(value)));
    parent.append(made);
    return made;
}

function grow(picture, page, bottom) {
    const inner = picture.querySelector('.definition-scale');
    const shift = page.transform.baseVal.numberOfItems > 0 ? page.transform.baseVal.getItem(0).matrix.f : 0;
    const [x, y, width, height] = inner.getAttribute('viewBox').split(/\s+/).map(Number);
    const more = bottom + shift + 150 - height;
    if (more > 0) {
        const [left, top, wide, high] = picture.getAttribute('viewBox').split(/\s+/).map(Number);
        inner.setAttribute('viewBox', [x, y, width, height + more].join(' '));
        picture.setAttribute('viewBox', [left, top, wide, high + (more * wide) / width].join(' '));
    }
}

/** @param {boolean} inRows the ribbon moves with its rows, which are laid out by somebody else */
export function drawRibbon(picture, { strokes, frog, tip }, inRows = false) {
    const page = picture.querySelector('.page-margin');
    picture.querySelectorAll('.bow-ribbon').forEach((ribbon) => ribbon.remove());
    const rows = [...picture.querySelectorAll('g.system')].filter((system) => system.style.display !== 'none');
    const systems = new Map(
        rows.map((system) => {
            const box = system.getBBox();
            const staff = system.querySelector('g.staff').getBBox();
            return [system, { top: box.y + box.height + GAP, left: staff.x, right: box.x + box.width }];
        }),
    );
    const whole = inRows ? null : element('g', { class: 'bow-ribbon' }, page);
    const ribbons = new Map();
    for (const system of systems.keys()) {
        ribbons.set(system, whole ?? element('g', { class: 'bow-ribbon' }, system));
    }
    const find = (id) => id && page.querySelector('#' + CSS.escape(id));
    // All is measured before anything is drawn: a browser lays out anew after each change.
    const placed = strokes.flatMap((stroke) => {
        const note = find(stroke.note);
        const system = note?.closest('g.system');
        if (!systems.has(system)) {
            return [];
        }
        const until = find(stroke.until);
        const { right } = systems.get(system);
        const end = until?.closest('g.system') === system ? until.getBBox().x : right;
        return [{ stroke, system, start: note.getBBox().x, end }];
    });
    for (const [system, { top, left, right }] of systems) {
        const ribbon = ribbons.get(system);
        for (const [level, word, shift] of [
            [top, frog, 250],
            [top + HEIGHT, tip, -70],
        ]) {
            element('line', { class: 'edge', x1: left, x2: right, y1: level, y2: level }, ribbon);
            element('text', { x: left + 30, y: level + shift, 'font-size': 280 }, ribbon).textContent = word;
        }
    }
    for (const { stroke, system, start, end } of placed) {
        const { top } = systems.get(system);
        element(
            'line',
            {
                class: 'stroke weight-' + stroke.weight + (stroke.recovers ? ' recovers' : ''),
                x1: start + (stroke.lifted ? 90 : 0),
                x2: end,
                y1: top + HEIGHT * stroke.from,
                y2: top + HEIGHT * stroke.to,
            },
            ribbons.get(system),
        );
    }
    if (inRows) {
        return;
    }
    grow(picture, page, Math.max(...Array.from(systems.values(), ({ top }) => top + HEIGHT + 100)));
}
