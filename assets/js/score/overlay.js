// What lies over and under the engraved score: sections, chunks, what comes back, heat, coverage, spots, and what is chosen. Each row of
// the score makes room for what stands above it; nothing lies over the notes but what can be chosen through.
import { find, one } from '../dom.js';
import { startAt } from './geometry.js';
import { Layout } from './layout.js';
import { paintBands, paintChunk, paintMeasure, paintSpot } from './paint.js';
import { element } from './svg.js';

/** Pixels over the staff of a row for what is told of its measures, between two rows, and above what stands over the staff. */
const STRIP = 17;
const GAP = 16;
const TOP = 4;
/** @type {import('./layout.js').Told} */
const NOTHING = { measures: [], chunks: [], sections: [], spots: [] };

/** @typedef {{title: string, measures: string, chunks: string}} Words for who listens to the page */
/** @typedef {{position: number, beat: number, x: number, row: import('./geometry.js').Row}} Snap a beat, and where it stands */

export class Overlay {
    /**
     * Takes its place in a picture before the browser lays it out: what is put beside so many elements later makes it look at all of
     * them again.
     *
     * @param {SVGSVGElement} picture
     */
    constructor(picture) {
        this.picture = picture;
        /** @type {Words|null} none until something is shown */
        this.words = null;
        /** @type {Map<number, number>} */
        this.rooms = new Map();
        const page = one('.page-margin', picture, SVGGElement);
        const inner = one('.definition-scale', picture, SVGSVGElement);
        this.layout = new Layout({ page, inner, rows: [], measures: [], width: 1, shift: 0, margin: 0 }, NOTHING, 1);
        this.under = element('g', { class: 'score-under', 'aria-hidden': 'true' });
        this.guide = element('line', { class: 'guide', 'data-guide': '', hidden: '' });
        page.prepend(this.under);
        // The notes are told in words; what lies over them is for everybody.
        picture.removeAttribute('aria-hidden');
        picture.querySelectorAll('g.system').forEach((system) => system.setAttribute('aria-hidden', 'true'));
        this.over = element('g', { class: 'measure-map score-map', role: 'group' }, page);
    }

    /**
     * @param {import('./geometry.js').Geometry} geometry
     * @param {number} pixels width at which it is shown
     */
    measured(geometry, pixels) {
        const unit = geometry.width / pixels;
        this.layout = new Layout(geometry, this.layout.told, unit);
        this.over.style.setProperty('--u', String(unit));
    }

    get geometry() {
        return this.layout.geometry;
    }

    /**
     * Shows other data over the same notes.
     *
     * @param {import('./layout.js').Told} told
     * @param {Words} words
     */
    show(told, words) {
        this.layout.told = told;
        this.words = words;
        this.lay();
    }

    /**
     * Room under some rows, in pixels by index: for the actions of what is chosen. Nothing is drawn anew.
     *
     * @param {Map<number, number>} rooms
     */
    makeRoom(rooms) {
        this.rooms = rooms;
        this.#arrange();
    }

    /** Lays all rows out anew: after data or layers changed. */
    lay() {
        for (const row of this.geometry.rows) {
            const box = row.system.getBBox();
            row.lanes = this.layout.lanes(row);
            row.band = this.layout.band(row);
            row.floor = row.band + this.layout.px(TOP) + row.lanes.height;
            // From the engraver's height to that in the row, whose top is 0.
            row.dy = row.floor + this.layout.px(STRIP) - box.y;
            row.deep = row.dy + box.y + box.height;
        }
        const focused = this.#focused();
        this.#paint();
        this.#arrange();
        if (focused) {
            find(focused, this.over, SVGGElement)?.focus({ preventScroll: true });
        }
    }

    /** Names what has the focus, so that it has it again in the next drawing. */
    #focused() {
        const focused = document.activeElement;
        if (!(focused instanceof SVGElement) || !this.over.contains(focused)) {
            return null;
        }
        const { of, position } = focused.dataset;
        return of === undefined ? `.tile[data-position="${position}"]` : `.arc[role=option][data-of="${of}"]`;
    }

    /** Puts each row where those above it leave off. */
    #arrange() {
        const { rows, inner, margin, width } = this.geometry;
        let y = 0;
        for (const row of rows) {
            row.at = y;
            row.system.setAttribute('transform', `translate(0 ${y + row.dy})`);
            row.layers.forEach((layer) => layer.setAttribute('transform', `translate(0 ${y})`));
            y += row.deep + this.layout.px(GAP + (this.rooms.get(row.index) ?? 0));
        }
        const height = y + 2 * margin;
        inner.setAttribute('viewBox', `0 0 ${width} ${height}`);
        const outer = this.picture.viewBox.baseVal;
        this.picture.setAttribute('viewBox', `0 0 ${outer.width} ${(height * outer.width) / width}`);
    }

    #paint() {
        this.under.replaceChildren();
        this.over.replaceChildren();
        this.over.setAttribute('aria-label', this.words?.title ?? '');
        const bands = element('g', { 'aria-hidden': 'true' }, this.over);
        const arcs = element('g', { 'data-arcs': '' }, this.over);
        const named = { role: 'listbox', 'aria-multiselectable': 'true', 'aria-label': this.words?.measures ?? '' };
        const tiles = element('g', named, this.over);
        for (const row of this.geometry.rows) {
            row.layers = [bands, arcs, tiles, this.under].map((parent) => element('g', { role: 'none' }, parent));
            const [ofBands, ofArcs, ofTiles, ofSpots] = row.layers;
            paintBands(this.layout, row, ofBands);
            this.layout.chunksIn(row).forEach((chunk) => paintChunk(this.layout, row, chunk, ofArcs));
            for (let position = row.first; position <= row.last; position++) {
                paintMeasure(this.layout, position, ofTiles);
            }
            this.layout.told.spots
                .filter(({ from }) => from[0] >= row.first && from[0] <= row.last)
                .forEach((spot) => paintSpot(this.layout, row, spot, ofSpots));
        }
        this.over.append(this.guide);
        tiles.querySelector('[role=option]')?.setAttribute('tabindex', '0');
        const first = arcs.querySelector('[role=option]');
        if (first) {
            first.setAttribute('tabindex', '0');
            arcs.setAttribute('role', 'listbox');
            arcs.setAttribute('aria-label', this.words?.chunks ?? '');
        }
    }

    /**
     * The beat under a point of the window, the nearest one of its row.
     *
     * @param {number} x
     * @param {number} y
     */
    placeAt(x, y) {
        const point = new DOMPoint(x, y).matrixTransform(this.over.getScreenCTM()?.inverse());
        const { rows, measures } = this.geometry;
        const row = rows.find((one) => point.y <= one.at + one.deep + this.layout.px(GAP)) ?? rows[rows.length - 1];
        /** @type {Snap|null} */
        let best = null;
        for (let position = row.first; position <= row.last; position++) {
            const { beats, ticks } = this.layout.told.measures[position];
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

    /**
     * Shows where an end would snap to, with the note that begins or ends there lit; nowhere for null.
     *
     * @param {Snap|null} place
     * @param {string} edge start or end
     */
    showGuide(place, edge) {
        this.picture.querySelectorAll('.snapped').forEach((note) => note.classList.remove('snapped'));
        this.guide.toggleAttribute('hidden', place === null);
        if (place === null) {
            return;
        }
        const { row } = place;
        const ends = { x1: place.x, x2: place.x, y1: row.at, y2: row.at + row.deep };
        Object.entries(ends).forEach(([key, value]) => this.guide.setAttribute(key, String(value)));
        const { beats, ticks } = this.layout.told.measures[place.position] ?? { beats: 1, ticks: 1 };
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
        /** @type {number[]} */
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
