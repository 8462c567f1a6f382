// What lies over and under one row of the engraved score.
import { endBefore, startAt } from './geometry.js';
import { element } from './svg.js';

/** @typedef {import('./geometry.js').Row} Row */
/** @typedef {import('./layout.js').Layout} Layout */
/** @typedef {import('./layout.js').ToldChunk} ToldChunk */
/** @typedef {import('./layout.js').ToldSpot} ToldSpot */

/**
 * The sections above a row.
 *
 * @param {Layout} layout
 * @param {Row} row
 * @param {Element} parent
 */
export function paintBands(layout, row, parent) {
    for (const { label, from, last } of layout.told.sections) {
        if (last < row.first || from > row.last) {
            continue;
        }
        const left = layout.geometry.measures[Math.max(from, row.first)].left;
        const right = layout.geometry.measures[Math.min(last, row.last)].right;
        const band = element('g', { class: 'band' }, parent);
        element(
            'rect',
            {
                x: left + layout.px(1),
                y: layout.px(2),
                width: right - left - layout.px(2),
                height: row.band - layout.px(4),
                rx: layout.px(2),
            },
            band,
        );
        if (from >= row.first) {
            const at = { x: left + layout.px(7), y: layout.px(14), 'font-size': layout.px(13) };
            element('text', at, band, label);
        }
    }
}

/**
 * As much of a chunk as lies in a row.
 *
 * @param {Layout} layout
 * @param {Row} row
 * @param {ToldChunk} chunk
 * @param {Element} parent
 */
export function paintChunk(layout, row, chunk, parent) {
    const { starts, ends, left, right } = layout.span(row, chunk.from, chunk.to);
    const floor = row.floor - row.lanes.rises[chunk.lane];
    const rise = layout.px(8);
    const top = floor - layout.px(1) - rise;
    const group = element(
        'g',
        { class: `arc ${chunk.kind}${chunk.proposed ? ' proposed' : ''}`, 'data-of': chunk.edges },
        parent,
    );
    if (starts) {
        const named = { role: 'option', tabindex: '-1', 'aria-selected': 'false', 'aria-label': chunk.name };
        Object.entries(named).forEach(([key, value]) => group.setAttribute(key, value));
    } else {
        group.setAttribute('aria-hidden', 'true');
    }
    const slope = Math.min(layout.px(5), (right - left) / 4);
    const line =
        (starts ? `M${left} ${top + rise}L${left} ${top + slope}l${slope} ${-slope}` : `M${left} ${top}`) +
        (ends ? `L${right - slope} ${top}l${slope} ${slope}L${right} ${top + rise}` : `L${right} ${top}`);
    element('path', { d: line }, group);
    element(
        'rect',
        {
            class: 'hold',
            x: left,
            y: top - layout.px(7),
            width: Math.max(layout.px(8), right - left),
            height: layout.px(15),
        },
        group,
    );
    if (
        starts ? !layout.isShort(row, chunk) : layout.isShort(layout.geometry.measures[chunk.from[0]].row, chunk, row)
    ) {
        const at = { x: left + layout.px(11), y: top + layout.px(4), 'font-size': layout.px(11.5) };
        element('text', at, group, chunk.label);
    }
    for (const [edge, x] of Object.entries({ ...(starts ? { start: left } : {}), ...(ends ? { end: right } : {}) })) {
        const at = { x: x - layout.px(7), y: top - layout.px(5), width: layout.px(14), height: layout.px(17) };
        element('rect', { class: 'handle', 'data-edge': edge, ...at }, group);
    }
}

/**
 * @param {Layout} layout
 * @param {number} position of a measure
 * @param {Element} parent
 */
export function paintMeasure(layout, position, parent) {
    const measure = layout.geometry.measures[position];
    const { row } = measure;
    const told = layout.told.measures[position];
    if (!told) {
        return;
    }
    const width = measure.right - measure.left;
    const bottom = row.deep;
    const tile = element(
        'g',
        {
            class: 'tile',
            role: 'option',
            tabindex: '-1',
            'aria-selected': 'false',
            'aria-label': told.label,
            'aria-description': told.told,
            'data-position': position,
            'data-number': told.number,
            'data-x': measure.left,
            'data-y': row.index,
        },
        parent,
    );
    element(
        'rect',
        { class: 'face', x: measure.left, y: row.floor, width, height: bottom - row.floor, rx: layout.px(2) },
        tile,
    );
    const y = row.floor;
    if (told.heat > 0) {
        const heat = {
            x: measure.left + layout.px(2),
            y: y + layout.px(2),
            width: (width - layout.px(4)) * told.share,
        };
        element('rect', { class: `hot hot-${told.heat}`, ...heat, height: layout.px(4) }, tile);
        element('title', {}, tile, told.told);
    }
    let x = measure.left + layout.px(3);
    element('text', { class: 'number', x, y: y + layout.px(16.5), 'font-size': layout.px(13) }, tile, told.number);
    x += layout.px(6 + 7.5 * told.number.length);
    if (told.printed !== '') {
        const at = { class: 'printed', x: x - layout.px(2), y: y + layout.px(16), 'font-size': layout.px(11) };
        element('text', at, tile, `(${told.printed})`);
        x += layout.px(8 + 6 * told.printed.length);
    }
    if (told.met !== '') {
        const mark = element('g', { class: `met ${told.met}` }, tile);
        const [cx, cy, r] = [x + layout.px(5), y + layout.px(12), layout.px(4.5)];
        element('circle', { cx, cy, r }, mark);
        if (told.met === 'in-progress') {
            element('path', { d: `M${cx} ${cy - r}a${r} ${r} 0 0 1 0 ${2 * r}z` }, mark);
        }
        x += layout.px(13);
    }
    if (told.tempo > 0) {
        const at = { class: 'tempo', x, y: y + layout.px(16), 'font-size': layout.px(11) };
        element('text', at, tile, told.upTo);
        x += layout.px(52);
    }
    if (told.letter !== '') {
        const level = y + layout.px(12.5);
        const line = {
            x1: Math.min(x, measure.right - layout.px(22)),
            x2: measure.right - layout.px(18),
            y1: level,
            y2: level,
        };
        element('line', { class: `comes-back pattern-${told.pattern}`, ...line }, tile);
        const at = { class: 'kind', x: measure.right - layout.px(9), y: y + layout.px(16), 'text-anchor': 'middle' };
        element('text', { ...at, 'font-size': layout.px(13) }, tile, told.letter);
    }
}

/**
 * A hard spot: a wash under its notes, and a line below them that is thick where it is hardest.
 *
 * @param {Layout} layout
 * @param {Row} row
 * @param {ToldSpot} spot
 * @param {Element} parent
 */
export function paintSpot(layout, row, { from, to, heat, tempo }, parent) {
    const { measures } = layout.geometry;
    const measure = measures[from[0]];
    const lands = measures[to[0]];
    const left = startAt(measure, from[1], layout.ticks(from[0]));
    const stop = lands?.row === row ? lands.stops.find((one) => one.ticks === to[1]) : null;
    const right = stop?.right ?? endBefore(measure, Infinity);
    const [top, bottom] = [row.dy + row.top - layout.px(8), row.dy + row.bottom + layout.px(8)];
    const box = { x: left - layout.px(3), y: top, width: right - left + layout.px(6), height: bottom - top };
    element('rect', { class: `spot spot-${Math.min(3, heat)}`, ...box, rx: layout.px(3) }, parent);
    if (tempo > 0) {
        const base = bottom + layout.px(1);
        const thick = layout.px(1.5 + heat / 2);
        element('rect', { class: 'spot-line', x: box.x, y: base, width: box.width, height: thick }, parent);
    }
}
