// What lies over and under the engraved score: sections, chunks, what comes back, heat, coverage, spots, and what is chosen. Each row of
// the score makes room for what stands above it; nothing lies over the notes but what can be chosen through.
import { endBefore, startAt } from './geometry.js';

const SVG = 'http://www.w3.org/2000/svg';
/** Pixels of what stands above a row, of the space between two, and of the room for the actions under a chosen one. */
const BAND = 19;
/** Of a section that goes on. */
const PLAIN_BAND = 8;
/** Room that the label of a chunk needs. */
const LABEL = 64;
const LANE = 19;
const PLAIN_LANE = 10;
const STRIP = 17;
const GAP = 16;
const TOP = 4;

function element(name, attributes, parent, text) {
    const made = document.createElementNS(SVG, name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, String(value)));
    if (text !== undefined) {
        made.textContent = text;
    }
    parent?.append(made);
    if (text !== undefined) {
        // Words that stand apart are read apart.
        parent?.append(' ');
    }
    return made;
}

export class Overlay {
    /**
     * Takes its place in a picture before the browser lays it out: what is put beside so many elements later makes it look at all of
     * them again.
     *
     * @param {SVGElement} picture
     */
    constructor(picture) {
        this.picture = picture;
        this.data = { measures: [], chunks: [], sections: [], spots: [] };
        /** @type {Map<number, number>} */
        this.rooms = new Map();
        const page = picture.querySelector('.page-margin');
        this.under = element('g', { class: 'score-under', 'aria-hidden': 'true' });
        page.prepend(this.under);
        // The notes are told in words; what lies over them is for everybody.
        picture.removeAttribute('aria-hidden');
        picture.querySelectorAll('g.system').forEach((system) => system.setAttribute('aria-hidden', 'true'));
        this.over = element('g', { class: 'measure-map score-map', role: 'group' }, page);
    }

    /**
     * @param {ReturnType<import('./geometry.js').readGeometry>} geometry
     * @param {number} pixels width at which it is shown
     */
    measured(geometry, pixels) {
        this.geometry = geometry;
        this.unit = geometry.width / pixels;
        this.over.style.setProperty('--u', String(this.unit));
    }

    px(value) {
        return value * this.unit;
    }

    /** Shows other data over the same notes. */
    show(data, words) {
        this.data = data;
        this.words = words;
        this.layout();
    }

    /** Room under some rows, in pixels by index: for the actions of what is chosen. Nothing is drawn anew. */
    makeRoom(rooms) {
        this.rooms = rooms;
        this.arrange();
    }

    /** Lays all rows out anew: after data or layers changed. */
    layout() {
        for (const row of this.geometry.rows) {
            const box = row.system.getBBox();
            row.lanes = this.lanesOf(this.chunksIn(row), row);
            row.band = this.px(this.bandOf(row));
            row.floor = row.band + this.px(TOP) + row.lanes.height;
            // From the engraver's height to that in the row, whose top is 0.
            row.dy = row.floor + this.px(STRIP) - box.y;
            row.deep = row.dy + box.y + box.height;
        }
        const focused = this.focused();
        this.paint();
        this.arrange();
        if (focused) {
            this.over.querySelector(focused)?.focus({ preventScroll: true });
        }
    }

    /** Names what has the focus, so that it has it again in the next drawing. */
    focused() {
        const element = document.activeElement;
        if (!this.over.contains(element)) {
            return null;
        }
        const { of, position } = element.dataset;
        return of === undefined ? `.tile[data-position="${position}"]` : `.arc[role=option][data-of="${of}"]`;
    }

    /** Puts each row where those above it leave off. */
    arrange() {
        const { rows, inner, margin, width } = this.geometry;
        let y = 0;
        for (const row of rows) {
            row.at = y;
            row.system.setAttribute('transform', `translate(0 ${y + row.dy})`);
            row.layers.forEach((layer) => layer.setAttribute('transform', `translate(0 ${y})`));
            y += row.deep + this.px(GAP + (this.rooms.get(row.index) ?? 0));
        }
        const height = y + 2 * margin;
        inner.setAttribute('viewBox', `0 0 ${width} ${height}`);
        const outer = this.picture.viewBox.baseVal;
        this.picture.setAttribute('viewBox', `0 0 ${outer.width} ${(height * outer.width) / width}`);
    }

    bandOf(row) {
        if (this.data.sections.length === 0) {
            return 0;
        }
        return this.data.sections.some(({ from }) => from >= row.first && from <= row.last) ? BAND : PLAIN_BAND;
    }

    chunksIn(row) {
        return this.data.chunks.filter(
            ({ from, to }) => from[0] <= row.last && (to[0] > row.first || (to[0] === row.first && to[1] > 0)),
        );
    }

    /** How far above the floor each lane of a row lies. A lane in which nothing begins needs no room for a label. */
    lanesOf(chunks, row) {
        const heights = [];
        for (const chunk of chunks) {
            const need = chunk.from[0] >= row.first ? LANE : PLAIN_LANE;
            heights[chunk.lane] = Math.max(heights[chunk.lane] ?? 0, this.px(need));
        }
        const rises = [];
        let height = 0;
        for (let lane = 0; lane < heights.length; lane++) {
            rises[lane] = height;
            height += heights[lane] ?? 0;
        }
        return { rises, height };
    }

    ticks(position) {
        return this.data.measures[position]?.ticks ?? 1;
    }

    /** From where to where a run of music lies in a row. */
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

    paint() {
        this.under.replaceChildren();
        this.over.replaceChildren();
        this.over.setAttribute('aria-label', this.words.title);
        const bands = element('g', { 'aria-hidden': 'true' }, this.over);
        const arcs = element('g', { 'data-arcs': '' }, this.over);
        const named = { role: 'listbox', 'aria-multiselectable': 'true', 'aria-label': this.words.measures };
        const tiles = element('g', named, this.over);
        for (const row of this.geometry.rows) {
            const layer = (parent) => element('g', { role: 'none' }, parent);
            const [ofBands, ofArcs, ofTiles, ofSpots] = (row.layers = [bands, arcs, tiles, this.under].map(layer));
            this.paintBands(row, ofBands);
            this.chunksIn(row).forEach((chunk) => this.paintChunk(row, chunk, ofArcs));
            for (let position = row.first; position <= row.last; position++) {
                this.paintMeasure(this.geometry.measures[position], position, ofTiles);
            }
            this.data.spots
                .filter(({ from }) => from[0] >= row.first && from[0] <= row.last)
                .forEach((spot) => {
                    this.paintSpot(spot, row, ofSpots);
                });
        }
        this.guide = element('line', { class: 'guide', 'data-guide': '', hidden: '' }, this.over);
        tiles.querySelector('[role=option]')?.setAttribute('tabindex', '0');
        const first = arcs.querySelector('[role=option]');
        if (first) {
            first.setAttribute('tabindex', '0');
            arcs.setAttribute('role', 'listbox');
            arcs.setAttribute('aria-label', this.words.chunks);
        }
    }

    paintBands(row, parent) {
        for (const { label, from, last } of this.data.sections) {
            if (last < row.first || from > row.last) {
                continue;
            }
            const left = this.geometry.measures[Math.max(from, row.first)].left;
            const right = this.geometry.measures[Math.min(last, row.last)].right;
            const band = element('g', { class: 'band' }, parent);
            element(
                'rect',
                {
                    x: left + this.px(1),
                    y: this.px(2),
                    width: right - left - this.px(2),
                    height: row.band - this.px(4),
                    rx: this.px(2),
                },
                band,
            );
            if (from >= row.first) {
                const at = { x: left + this.px(7), y: this.px(14), 'font-size': this.px(13) };
                element('text', at, band, label);
            }
        }
    }

    paintChunk(row, chunk, parent) {
        const { starts, ends, left, right } = this.span(row, chunk.from, chunk.to);
        const floor = row.floor - row.lanes.rises[chunk.lane];
        const rise = this.px(8);
        const top = floor - this.px(1) - rise;
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
        const slope = Math.min(this.px(5), (right - left) / 4);
        const line =
            (starts ? `M${left} ${top + rise}L${left} ${top + slope}l${slope} ${-slope}` : `M${left} ${top}`) +
            (ends ? `L${right - slope} ${top}l${slope} ${slope}L${right} ${top + rise}` : `L${right} ${top}`);
        element('path', { d: line }, group);
        element(
            'rect',
            {
                class: 'hold',
                x: left,
                y: top - this.px(7),
                width: Math.max(this.px(8), right - left),
                height: this.px(15),
            },
            group,
        );
        if (starts ? !this.isShort(row, chunk) : this.isShort(this.geometry.measures[chunk.from[0]].row, chunk, row)) {
            const at = { x: left + this.px(11), y: top + this.px(4), 'font-size': this.px(11.5) };
            element('text', at, group, chunk.label);
        }
        for (const [edge, has, x] of [
            ['start', starts, left],
            ['end', ends, right],
        ]) {
            if (has) {
                const at = { x: x - this.px(7), y: top - this.px(5), width: this.px(14), height: this.px(17) };
                element('rect', { class: 'handle', 'data-edge': edge, ...at }, group);
            }
        }
    }

    /** A chunk begins so near to the end of a row that its label has no room there: it stands at the start of the next. */
    isShort(row, chunk, next = null) {
        const { ends, left, right } = this.span(row, chunk.from, chunk.to);
        return !ends && right - left < this.px(LABEL) && (next === null || next.index === row.index + 1);
    }

    paintMeasure(measure, position, parent) {
        const { row } = measure;
        const told = this.data.measures[position];
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
            { class: 'face', x: measure.left, y: row.floor, width, height: bottom - row.floor, rx: this.px(2) },
            tile,
        );
        const y = row.floor;
        if (told.heat > 0) {
            const heat = { x: measure.left + this.px(2), y: y + this.px(2), width: (width - this.px(4)) * told.share };
            element('rect', { class: `hot hot-${told.heat}`, ...heat, height: this.px(4) }, tile);
            element('title', {}, tile, told.told);
        }
        let x = measure.left + this.px(3);
        element('text', { class: 'number', x, y: y + this.px(16.5), 'font-size': this.px(13) }, tile, told.number);
        x += this.px(6 + 7.5 * told.number.length);
        if (told.printed !== '') {
            const at = { class: 'printed', x: x - this.px(2), y: y + this.px(16), 'font-size': this.px(11) };
            element('text', at, tile, `(${told.printed})`);
            x += this.px(8 + 6 * told.printed.length);
        }
        if (told.met !== '') {
            const mark = element('g', { class: `met ${told.met}` }, tile);
            const [cx, cy, r] = [x + this.px(5), y + this.px(12), this.px(4.5)];
            element('circle', { cx, cy, r }, mark);
            if (told.met === 'in-progress') {
                element('path', { d: `M${cx} ${cy - r}a${r} ${r} 0 0 1 0 ${2 * r}z` }, mark);
            }
            x += this.px(13);
        }
        if (told.tempo > 0) {
            const at = { class: 'tempo', x, y: y + this.px(16), 'font-size': this.px(11) };
            element('text', at, tile, `≤ ${told.tempo}`);
            x += this.px(34);
        }
        if (told.letter !== '') {
            const level = y + this.px(12.5);
            const line = {
                x1: Math.min(x, measure.right - this.px(22)),
                x2: measure.right - this.px(18),
                y1: level,
                y2: level,
            };
            element('line', { class: `comes-back pattern-${told.pattern}`, ...line }, tile);
            const at = { class: 'kind', x: measure.right - this.px(9), y: y + this.px(16), 'text-anchor': 'middle' };
            element('text', { ...at, 'font-size': this.px(13) }, tile, told.letter);
        }
    }

    /** A hard spot: a wash under its notes, and a line below them that is thick where it is hardest. */
    paintSpot({ from, to, heat, tempo }, row, parent) {
        const { measures } = this.geometry;
        const measure = measures[from[0]];
        const lands = measures[to[0]];
        const left = startAt(measure, from[1], this.ticks(from[0]));
        const stop = lands?.row === row ? lands.stops.find((one) => one.ticks === to[1]) : null;
        const right = stop?.right ?? endBefore(measure, Infinity);
        const [top, bottom] = [row.dy + row.top - this.px(8), row.dy + row.bottom + this.px(8)];
        const box = { x: left - this.px(3), y: top, width: right - left + this.px(6), height: bottom - top };
        element('rect', { class: `spot spot-${Math.min(3, heat)}`, ...box, rx: this.px(3) }, parent);
        if (tempo > 0) {
            const base = bottom + this.px(1);
            const thick = this.px(1.5 + heat / 2);
            element('rect', { class: 'spot-line', x: box.x, y: base, width: box.width, height: thick }, parent);
        }
    }

    /** The beat under a point of the window, the nearest one of its row. */
    placeAt(x, y) {
        const point = new DOMPoint(x, y).matrixTransform(this.over.getScreenCTM().inverse());
        const { rows, measures } = this.geometry;
        const row = rows.find((one) => point.y <= one.at + one.deep + this.px(GAP)) ?? rows[rows.length - 1];
        let best = null;
        for (let position = row.first; position <= row.last; position++) {
            const { beats, ticks } = this.data.measures[position];
            for (let beat = 0; beat <= Math.ceil(beats) && beat <= beats; beat++) {
                const at =
                    beat === beats
                        ? measures[position].right
                        : startAt(measures[position], (beat * ticks) / beats, ticks);
                if (best === null || Math.abs(at - point.x) < Math.abs(best.x - point.x)) {
                    const isNext = beat >= beats;
                    best = { position: isNext ? position + 1 : position, beat: isNext ? 0 : beat, x: at, row };
                }
            }
        }
        return best;
    }

    /** Shows where an end would snap to, with the note that begins or ends there lit; nowhere for null. */
    showGuide(place, edge) {
        this.picture.querySelectorAll('.snapped').forEach((note) => note.classList.remove('snapped'));
        this.guide.toggleAttribute('hidden', place === null);
        if (place === null) {
            return;
        }
        const { row } = place;
        const ends = { x1: place.x, x2: place.x, y1: row.at, y2: row.at + row.deep };
        Object.entries(ends).forEach(([key, value]) => this.guide.setAttribute(key, value));
        const { beats, ticks } = this.data.measures[place.position] ?? { beats: 1, ticks: 1 };
        const at = (place.beat * ticks) / beats;
        const { measures } = this.geometry;
        const stop =
            edge === 'start'
                ? measures[place.position]?.stops.find((one) => one.ticks >= at)
                : place.beat > 0
                  ? measures[place.position]?.stops.findLast((one) => one.ticks < at)
                  : measures[place.position - 1]?.stops.at(-1);
        stop?.notes.forEach((note) => note.classList.add('snapped'));
    }

    /** Positions of the measures that are seen in the window. */
    seen() {
        const seen = [];
        for (const row of this.geometry.rows) {
            const box = row.system.getBoundingClientRect();
            if (box.bottom > 60 && box.top < window.innerHeight) {
                for (let position = row.first; position <= row.last; position++) {
                    seen.push(position);
                }
            }
        }
        return seen;
    }
}
