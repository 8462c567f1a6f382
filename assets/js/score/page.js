// The score of the piece page: drawn once for what is asked, laid over with what the server tells, with the actions beside what is chosen.
import { drawRibbon } from '../bow-ribbon.js';
import { drawScore } from '../notation.js';
import { readGeometry } from './geometry.js';
import { Overlay } from './overlay.js';

/** Pixels that the actions take under a row. */
const BAR = 44;
const LAYERS = ['fingers', 'letters', 'strings', 'bows', 'ribbon'];

let overlay = null;
let asked = '';
let drawing = 0;
let engraved = null;
/** What the forms of the page asked for last. */
let wanted = new URLSearchParams();
let drawnWidth = 0;
/** Milliseconds after which room that is not needed goes. */
const WAIT = 600;
let tidying;
/** Row under which the actions stand. */
let beside = null;

const figure = () => document.querySelector('[data-score]');
const stave = () => figure()?.querySelector('[data-stave]');

/** The overlay of the score that is drawn; none where there is no score, or not yet. */
export const score = () => overlay;

/** Parts, instrument, class and policies: what is engraved follows from these alone. */
function query(values) {
    const url = new URL(figure().dataset.score, location.href);
    for (const [name, value] of values) {
        if (!LAYERS.includes(name) && !['method', 'instruments[]', 'more'].includes(name)) {
            url.searchParams.append(name, value);
        }
    }
    return url;
}

/**
 * Draws the score if what is asked is not drawn already, and shows the layers that are wanted.
 *
 * @param {URLSearchParams} values of the forms of the page
 */
export async function drawWhole(values, again = false) {
    if (!figure()) {
        return;
    }
    const url = query(values);
    wanted = values;
    if (!again && url.href === asked) {
        showLayers();
        return;
    }
    asked = url.href;
    const mine = ++drawing;
    try {
        const answer = await (await fetch(url, { headers: { Accept: 'application/json' } })).json();
        if (mine === drawing) {
            engraved = answer;
            await redraw(mine);
        }
    } catch (error) {
        if (mine === drawing) {
            asked = '';
            overlay = null;
            stave().textContent = figure().dataset.failed;
            console.error(error);
        }
    }
}

async function redraw(mine) {
    const box = stave();
    const width = box.clientWidth;
    const shown = {
        clientWidth: width,
        replaceChildren: (picture) => mine === drawing && box.replaceChildren(picture),
    };
    const picture = await drawScore(shown, engraved.xml, engraved.rows);
    if (mine !== drawing) {
        return;
    }
    drawnWidth = width;
    if (engraved.ribbon) {
        drawRibbon(picture, engraved.ribbon, true);
    }
    nameLayers(picture);
    overlay = new Overlay(picture, readGeometry(picture, engraved.places), width);
    showLayers();
    lay();
    figure().dispatchEvent(new CustomEvent('score-drawn', { bubbles: true }));
}

/** Gives what belongs to a layer its name, so that a style can hide it. */
function nameLayers(picture) {
    const fresh = new Set(engraved.fresh);
    picture.querySelectorAll('g.note, g.chord').forEach((note) => {
        const isFresh = fresh.has(note.id) || [...fresh].some((id) => note.querySelector('#' + CSS.escape(id)));
        note.querySelectorAll(':scope > .verse').forEach((verse, index) => {
            const layer = index < engraved.verses ? 'sung' : index === engraved.verses ? 'letters' : 'strings';
            verse.classList.add('of-' + layer);
            verse.classList.toggle('is-new', isFresh);
        });
        note.querySelectorAll(':scope > .artic.technical').forEach((mark) => mark.classList.add('of-bows'));
    });
    nameFingers(picture, fresh);
}

/** Fingers are engraved apart from their notes: each belongs to the note over which it stands. */
function nameFingers(picture, fresh) {
    for (const measure of picture.querySelectorAll('g.measure')) {
        const fingers = [...measure.querySelectorAll('g.fing')];
        const notes = fingers.length === 0 ? [] : [...measure.querySelectorAll('g.note')];
        const middles = notes.map((note) => {
            const box = (note.querySelector('.notehead') ?? note).getBBox();
            return box.x + box.width / 2;
        });
        for (const finger of fingers) {
            const box = finger.getBBox();
            const middle = box.x + box.width / 2;
            let best = 0;
            middles.forEach((at, index) => {
                best = Math.abs(at - middle) < Math.abs(middles[best] - middle) ? index : best;
            });
            finger.classList.add('of-fingers');
            finger.classList.toggle('is-new', fresh.has(notes[best]?.id));
        }
    }
}

function showLayers() {
    const box = stave();
    let changed = false;
    for (const layer of LAYERS) {
        const value = wanted.getAll(layer).at(-1) ?? '';
        const usual = engraved?.usual[layer] ?? 'none';
        const shown = ['1', 'all', 'new'].includes(value) ? value : value === '' ? usual : 'none';
        changed ||= box.dataset[layer] !== shown;
        box.dataset[layer] = shown;
    }
    if (changed && overlay?.words) {
        overlay.layout();
        placed();
    }
}

/** Lays what the server tells over the score. */
export function lay() {
    const told = document.querySelector('.cut-state')?.dataset.overlay ?? '';
    if (overlay && told !== '') {
        const { title, chunks, measures } = figure().dataset;
        overlay.show(JSON.parse(told), { title, chunks, measures });
        placed();
    }
}

function placed() {
    putBar();
    document.dispatchEvent(new CustomEvent('score-laid'));
    markSeen();
}

/**
 * Puts the actions under the row of what is chosen.
 *
 * @param {number|null} position of a measure of it
 */
export function placeActions(position) {
    const bar = document.querySelector('.choice-bar');
    if (!bar || !figure()) {
        return;
    }
    const measure = overlay?.geometry.measures[position ?? -1];
    bar.hidden = !measure;
    if (!overlay) {
        return;
    }
    beside = measure?.row ?? null;
    if (beside && !overlay.rooms.has(beside.index)) {
        overlay.makeRoom(new Map([...overlay.rooms, [beside.index, BAR]]));
    }
    putBar();
    clearTimeout(tidying);
    tidying = setTimeout(tidy, WAIT);
}

/** Takes room away that nobody needs any more: what was just clicked does not slip away under the hand. */
function tidy() {
    const needed = beside ? new Map([[beside.index, BAR]]) : new Map();
    if (!overlay || [...overlay.rooms.keys()].join() === [...needed.keys()].join()) {
        return;
    }
    const before = beside?.system.getBoundingClientRect().top;
    overlay.makeRoom(needed);
    if (beside) {
        window.scrollBy({ top: beside.system.getBoundingClientRect().top - before, behavior: 'instant' });
    }
    putBar();
}

/** Beside the row of what is chosen, wherever that is now. */
function putBar() {
    const bar = document.querySelector('.choice-bar');
    if (!bar?.offsetParent || !beside) {
        return;
    }
    const box = stave().getBoundingClientRect();
    const page = bar.offsetParent.getBoundingClientRect();
    bar.style.top = `${beside.system.getBoundingClientRect().bottom - page.top + 12}px`;
    bar.style.left = `${box.left - page.left}px`;
    bar.style.maxWidth = `${box.width}px`;
}

function smallTiles() {
    return document.querySelectorAll('[data-overview] [data-small]');
}

/** What is on the screen now stands out in the overview. */
function markSeen() {
    const seen = new Set(overlay?.seen() ?? []);
    smallTiles().forEach((tile) => tile.classList.toggle('seen', seen.has(Number(tile.dataset.small))));
}

export function markChosen(from, last) {
    smallTiles().forEach((tile) => {
        const at = Number(tile.dataset.small);
        tile.classList.toggle('chosen', from !== null && at >= from && at <= last);
    });
}

/** Scrolls the row of a measure into sight. */
export function scrollTo(position) {
    const row = overlay?.geometry.measures[position]?.row;
    if (!row) {
        return;
    }
    const box = row.system.getBoundingClientRect();
    const above = (document.querySelector('.overview-bar')?.getBoundingClientRect().bottom ?? 0) + 70;
    if (box.top < above || box.bottom > window.innerHeight - 60) {
        window.scrollBy({ top: box.top - above - 20, behavior: 'instant' });
    }
}

export function startScore() {
    if (!figure()) {
        return;
    }
    document.addEventListener('scroll', () => requestAnimationFrame(markSeen), { passive: true });
    // What stands above the score may change its height.
    new ResizeObserver(putBar).observe(document.querySelector('.piece-page'));
    let later;
    new ResizeObserver(() => {
        clearTimeout(later);
        later = setTimeout(() => {
            if (overlay && Math.abs(stave().clientWidth - drawnWidth) > 1) {
                redraw(++drawing);
            }
        }, 200);
    }).observe(stave());
}
