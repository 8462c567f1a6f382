// The score of the piece page: drawn once for what is asked, laid over with what the server tells, with the actions beside what is chosen.
import { drawRibbon } from '../bow-ribbon.js';
import { all, find, one } from '../dom.js';
import { drawScore } from '../notation.js';
import { readGeometry } from './geometry.js';
import { Overlay } from './overlay.js';

/** Pixels that the actions take under a row. */
const BAR = 44;
/** Staves that are drawn at once. */
const FIRST_STAVES = 12;
const LAYERS = ['fingers', 'letters', 'strings', 'bows', 'ribbon'];

/**
 * The engraving of a piece, as the server tells it.
 *
 * @typedef {object} Engraved
 * @property {string} xml
 * @property {boolean} rows keep the rows of the book
 * @property {import('./geometry.js').Places} places
 * @property {import('../lesson/types.js').Ribbon|null} ribbon
 * @property {string[]} fresh ids of notes whose finger is new
 * @property {number} verses that are sung
 * @property {Record<string, string>} usual layers
 */

/** @type {Overlay|null} */
let overlay = null;
let asked = '';
/** What was asked of the server last, and what of it is drawn last: a window that changes its width draws again, and asks nothing. */
let asking = 0;
let drawing = 0;
/** @type {Engraved|null} */
let engraved = null;
/** What the forms of the page asked for last. */
let wanted = new URLSearchParams();
let drawnWidth = 0;
/** Milliseconds after which room that is not needed goes. */
const WAIT = 600;
let tidying = 0;
/**
 * Row under which the actions stand.
 *
 * @type {import('./geometry.js').Row|null}
 */
let beside = null;

const figure = () => find('[data-score]');
const stave = () => one('[data-score] [data-stave]');

/** The overlay of the score that is drawn; none where there is no score, or not yet. */
export const score = () => overlay;

/**
 * Parts, instrument, class and policies: what is engraved follows from these alone. In the order in which the page asks ahead for it.
 *
 * @param {string} base
 * @param {URLSearchParams} values
 */
function query(base, values) {
    const url = new URL(base, location.href);
    for (const [name, value] of values) {
        if (value !== '' && !LAYERS.includes(name) && !['method', 'instruments[]', 'more'].includes(name)) {
            url.searchParams.append(name, value);
        }
    }
    url.searchParams.sort();
    return url;
}

/**
 * Draws the score if what is asked is not drawn already, and shows the layers that are wanted.
 *
 * @param {URLSearchParams} values of the forms of the page
 */
export async function drawWhole(values) {
    const box = figure();
    if (!box) {
        return;
    }
    const url = query(box.dataset.score ?? '', values);
    wanted = values;
    if (url.href === asked) {
        showLayers();
        return;
    }
    asked = url.href;
    const mine = ++asking;
    try {
        const answer = await (await fetch(url)).json();
        if (mine === asking) {
            engraved = answer;
            await redraw(answer);
        }
    } catch (error) {
        if (mine === asking) {
            asked = '';
            overlay = null;
            stave().textContent = box.dataset.failed ?? '';
            console.error(error);
        }
    }
}

/** @param {Engraved} of */
async function redraw(of) {
    const mine = ++drawing;
    const box = stave();
    const width = box.clientWidth;
    const picture = await drawScore({ clientWidth: width, replaceChildren() {} }, of.xml, of.rows);
    if (mine !== drawing) {
        return;
    }
    drawnWidth = width;
    const above = new Overlay(picture);
    nameLayers(picture, of);
    // What is in the window stands there before all of a long piece is laid out; a page that is scrolled already needs all of it.
    const later = window.scrollY > 0 ? [] : rowsBelow(picture);
    later.forEach((system) => (system.style.display = 'none'));
    box.replaceChildren(picture);
    if (later.length > 0) {
        layOver(above, of, width);
        await painted();
        if (mine !== drawing) {
            return;
        }
        later.forEach((system) => system.style.removeProperty('display'));
    }
    layOver(above, of, width);
    figure()?.dispatchEvent(new CustomEvent('score-drawn', { bubbles: true }));
}

/**
 * Rows of a long piece that are seen only after scrolling.
 *
 * @param {SVGSVGElement} picture
 */
function rowsBelow(picture) {
    const systems = all('g.system', picture, SVGGElement);
    const staves = systems[0]?.querySelector('g.measure')?.querySelectorAll('g.staff').length ?? 1;
    const first = Math.ceil(FIRST_STAVES / staves);
    return systems.length > 2 * first ? systems.slice(first) : [];
}

const painted = () => new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));

/**
 * Measures first, while nothing has changed; then lays over what the server tells.
 *
 * @param {Overlay} above
 * @param {Engraved} of
 * @param {number} width
 */
function layOver(above, of, width) {
    const { picture } = above;
    above.measured(readGeometry(picture, of.places), width);
    overlay = above;
    const fingers = fingersOf(picture);
    if (of.ribbon) {
        drawRibbon(picture, of.ribbon, true);
    }
    const fresh = new Set(of.fresh);
    for (const [finger, note] of fingers) {
        finger.classList.add('of-fingers');
        finger.classList.toggle('is-new', fresh.has(note?.id ?? ''));
    }
    showLayers();
    lay();
}

/**
 * Gives what belongs to a layer its name, so that a style can hide it.
 *
 * @param {SVGSVGElement} picture
 * @param {Engraved} of
 */
function nameLayers(picture, of) {
    const fresh = new Set(of.fresh);
    /** @param {Element} note */
    const isFresh = (note) => [note, ...note.querySelectorAll('g.note')].some(({ id }) => fresh.has(id));
    picture.querySelectorAll('g.verse').forEach((verse) => {
        const note = verse.parentElement;
        if (!note) {
            return;
        }
        const index = [...note.children].filter((child) => child.matches('.verse')).indexOf(verse);
        const layer = index < of.verses ? 'sung' : index === of.verses ? 'letters' : 'strings';
        verse.classList.add('of-' + layer);
        verse.classList.toggle('is-new', isFresh(note));
    });
    picture.querySelectorAll('g.artic.technical').forEach((mark) => mark.classList.add('of-bows'));
}

/** @param {SVGGraphicsElement} element */
const middleOf = (element) => {
    const { x, width } = element.getBBox();
    return x + width / 2;
};

/**
 * Fingers are engraved apart from their notes: each belongs to the note over which it stands. All is measured before anything changes.
 *
 * @param {SVGSVGElement} picture
 */
function fingersOf(picture) {
    /** @type {[Element, Element|undefined][]} */
    const found = [];
    for (const measure of all('g.measure', picture)) {
        const fingers = all('g.fing', measure, SVGGElement);
        const notes = fingers.length === 0 ? [] : all('g.note', measure, SVGGElement);
        const middles = notes.map((note) => middleOf(find('.notehead', note, SVGGElement) ?? note));
        for (const finger of fingers) {
            const at = middleOf(finger);
            const away = middles.map((middle) => Math.abs(middle - at));
            found.push([finger, notes[away.indexOf(Math.min(...away))]]);
        }
    }
    return found;
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
        overlay.lay();
        placed();
    }
}

/** Lays what the server tells over the score. */
export function lay() {
    const told = find('.cut-state')?.dataset.overlay ?? '';
    if (overlay && told !== '') {
        const { title = '', chunks = '', measures = '' } = figure()?.dataset ?? {};
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
    const bar = find('.choice-bar');
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
    const topOf = () => beside?.system.getBoundingClientRect().top ?? 0;
    const before = topOf();
    overlay.makeRoom(needed);
    window.scrollBy({ top: topOf() - before, behavior: 'instant' });
    putBar();
}

/** Beside the row of what is chosen, wherever that is now. */
function putBar() {
    const bar = find('.choice-bar');
    if (!bar?.offsetParent || !beside) {
        return;
    }
    const box = stave().getBoundingClientRect();
    const page = bar.offsetParent.getBoundingClientRect();
    bar.style.top = `${beside.system.getBoundingClientRect().bottom - page.top + 12}px`;
    bar.style.left = `${box.left - page.left}px`;
    bar.style.maxWidth = `${box.width}px`;
}

const smallTiles = () => all('[data-overview] [data-small]');

/** What is on the screen now stands out in the overview. */
function markSeen() {
    const seen = new Set(overlay?.seen() ?? []);
    smallTiles().forEach((tile) => tile.classList.toggle('seen', seen.has(Number(tile.dataset.small))));
}

/**
 * @param {number|null} from measure; none where nothing is chosen
 * @param {number|null} last
 */
export function markChosen(from, last) {
    smallTiles().forEach((tile) => {
        const at = Number(tile.dataset.small);
        tile.classList.toggle('chosen', from !== null && last !== null && at >= from && at <= last);
    });
}

/**
 * Scrolls the row of a measure into sight.
 *
 * @param {number} position
 */
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
    new ResizeObserver(putBar).observe(one('.piece-page'));
    let later = 0;
    new ResizeObserver(() => {
        clearTimeout(later);
        later = setTimeout(() => {
            if (overlay && engraved && Math.abs(stave().clientWidth - drawnWidth) > 1) {
                redraw(engraved);
            }
        }, 200);
    }).observe(stave());
}
