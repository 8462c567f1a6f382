// The chunks on the map: choosing one, pulling its ends by beats, splitting, joining. The server makes the change and answers with the map.
import { goOn, hadFocus, keepFocus, send, startCutForm, tools } from './cut-form.js';
import { all, fill, find, near, one } from './dom.js';

/**
 * The map of the measures, as far as chunks need it.
 *
 * @typedef {object} MeasureMap
 * @property {() => void} settle the notation shows what is chosen
 * @property {() => void} tell what is chosen
 * @property {() => {from: number, last: number}|null} chosen measures
 * @property {() => void} unchoose
 */

/** @typedef {import('./score/overlay.js').Overlay} Overlay */

const ARC = '.measure-map .arc';
const HANDLE = '.handle';
/** @type {MeasureMap} */
let map;
/** Edges of the chosen chunk; empty for none. */
let chunk = '';
/** @type {{edge: string, place: ReturnType<typeof placeAt>}|null} */
let pulling = null;
const choice = () => find('[data-chunk-choice]', document, HTMLSelectElement);
const option = () => [...(choice()?.options ?? [])].find(({ value }) => value === chunk);
const arcs = () => all('.measure-map [data-arcs] [role=option]', document, SVGGElement);
const drawing = () => find('.measure-map', document, SVGGraphicsElement);
/**
 * The engraved score, where it is the map.
 *
 * @type {() => Overlay|null}
 */
let score = () => null;

/** Measures of the chosen chunk, for the notation. */
export function chunkRange() {
    const of = option()?.dataset;
    return of ? { from: Number(of.from), to: Number(of.last) + 1 } : null;
}

/** What the chosen chunk is called; empty for none. */
export const chunkName = () => option()?.textContent?.trim() ?? '';

export function clearChunk() {
    chunk = '';
    paint();
}

/** @param {string} edges */
function chooseChunk(edges) {
    chunk = edges;
    map.unchoose();
    const list = choice();
    if (list) {
        list.value = edges;
    }
    paint();
    map.settle();
}

function paint() {
    arcs().forEach((arc, index) =>
        arc.setAttribute('tabindex', arc.dataset.of === chunk || (chunk === '' && index === 0) ? '0' : '-1'),
    );
    all(ARC, document, SVGGElement).forEach((arc) => {
        arc.classList.toggle('lit', arc.dataset.of === chunk);
        if (arc.getAttribute('role')) {
            arc.setAttribute('aria-selected', String(arc.dataset.of === chunk));
        }
    });
    const form = tools();
    if (!form) {
        return;
    }
    const of = option()?.dataset;
    one('[data-chunk-told]', form).textContent = of?.told ?? '';
    map?.tell();
    one('[data-remove]', form, HTMLButtonElement).disabled = of?.proposed === '1';
    const hands = find('[data-chunk-hands]', form, HTMLAnchorElement);
    const range = chunkRange();
    if (hands && range) {
        hands.href = fill(hands.dataset.chunkHands ?? '', range);
    }
}

/** After the map was drawn anew: the chosen chunk stands out again. */
export const lightChunks = () => paint();

/** After the map was replaced: chooses what was touched, and gives the focus back. Tells whether it did. */
export function paintChunks() {
    const touched = find('.cut-state')?.dataset.touched ?? '';
    if (touched !== '') {
        chunk = touched;
        map.unchoose();
    } else if (!option()) {
        chunk = '';
    }
    const list = choice();
    if (list && chunk !== '') {
        list.value = chunk;
    }
    paint();
    const back = hadFocus();
    if (back === 'arc') {
        (arcs().find((arc) => arc.dataset.of === chunk) ?? arcs()[0])?.focus({ preventScroll: true });
    } else if (back) {
        const pressed = `[name=do][value="${back}"]:not([disabled])`;
        find(`[form=cut-form]${pressed}, #cut-form ${pressed}`)?.focus({ preventScroll: true });
    }
    if (touched !== '') {
        map.settle();
    }
    goOn();
    return Boolean(back);
}

/** Where a chunk is split: at the measure that is chosen in it, else in its middle. */
function splitPlace() {
    const range = chunkRange();
    const chosen = map.chosen();
    return range && chosen && chosen.from > range.from && chosen.from < range.to
        ? { position: chosen.from, beat: 0 }
        : null;
}

/**
 * The beat under a point, the nearest one.
 *
 * @param {number} x
 * @param {number} y
 */
function placeAt(x, y) {
    const engraved = score();
    if (engraved) {
        return engraved.placeAt(x, y);
    }
    const svg = one('.measure-map', document, SVGGraphicsElement);
    const point = new DOMPoint(x, y).matrixTransform(svg.getScreenCTM()?.inverse());
    const tiles = all('.tile', svg, SVGGElement).map(({ dataset }) => ({
        position: Number(dataset.position),
        x: Number(dataset.x),
        y: Number(dataset.y),
        width: Number(dataset.width),
        beats: Number(dataset.beats),
    }));
    const rows = [...new Set(tiles.map((tile) => tile.y))].sort((a, b) => a - b);
    const row = rows.find((top) => point.y <= top + 60) ?? rows[rows.length - 1];
    const inRow = tiles.filter((tile) => tile.y === row);
    const tile = inRow.find((one) => point.x < one.x + one.width) ?? inRow[inRow.length - 1];
    const beat = Math.max(0, Math.min(tile.beats, Math.round(((point.x - tile.x) / tile.width) * tile.beats)));
    return {
        position: beat >= tile.beats ? tile.position + 1 : tile.position,
        beat: beat >= tile.beats ? 0 : beat,
        x: tile.x + tile.width * Math.min(1, beat / tile.beats),
        y: row,
    };
}

/**
 * @param {ReturnType<typeof placeAt>} place none for no guide
 * @param {string} edge
 */
function guide(place, edge = '') {
    const engraved = score();
    if (engraved) {
        engraved.showGuide(/** @type {import('./score/overlay.js').Snap|null} */ (place), edge);
        return;
    }
    const line = find('.measure-map [data-guide]', document, SVGLineElement);
    if (!line) {
        return;
    }
    line.toggleAttribute('hidden', place === null);
    if (place !== null && 'y' in place) {
        const ends = { x1: place.x, x2: place.x, y1: place.y - 34, y2: place.y + 58 };
        Object.entries(ends).forEach(([name, value]) => line.setAttribute(name, String(value)));
    }
}

/** @param {KeyboardEvent} event */
export function onArcKey(event) {
    const { key, target } = event;
    const typing = near(target, 'input:not([type=checkbox]), textarea, [contenteditable]');
    const isTurn = (event.ctrlKey || event.metaKey) && ['z', 'y'].includes(key.toLowerCase());
    if (!typing && isTurn && drawing()) {
        event.preventDefault();
        send(key.toLowerCase() === 'y' || event.shiftKey ? 'redo' : 'undo', null, near(target, '.arc') ? 'arc' : null);
        return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey) {
        return;
    }
    const spot = near(target, '[data-spots] [data-choose]');
    const arc = near(target, '.arc', SVGGElement);
    if (spot) {
        onSpotKey(event, spot);
    } else if (arc) {
        onChunkKey(event, arc);
    }
}

/**
 * @param {KeyboardEvent} event
 * @param {HTMLElement} spot
 */
function onSpotKey(event, spot) {
    const spots = all('[data-spots] [data-choose]');
    const at = spots.indexOf(spot);
    const next = event.key === 'ArrowDown' ? spots[at + 1] : event.key === 'ArrowUp' ? spots[at - 1] : undefined;
    if (next) {
        event.preventDefault();
        next.focus();
    } else if (event.key === 'm') {
        event.preventDefault();
        keepFocus('arc');
        one('[data-spot]', near(spot, 'li') ?? spot).click();
    }
}

/**
 * @param {KeyboardEvent} event
 * @param {SVGGElement} arc
 */
function onChunkKey(event, arc) {
    const every = arcs();
    const at = every.indexOf(arc);
    const to = new Map([
        ['ArrowDown', at + 1],
        ['ArrowUp', at - 1],
        ['Home', 0],
        ['End', every.length - 1],
    ]).get(event.key);
    const edge = event.shiftKey ? 'start' : 'end';
    /** @type {Map<string, () => void>} */
    const keys = new Map([
        ['ArrowRight', () => send(`${edge} 1`)],
        ['ArrowLeft', () => send(`${edge} -1`)],
        ['s', () => send('split', splitPlace())],
        ['j', () => send('join')],
        ['n', () => send('landing')],
        ['Delete', () => send('remove')],
        ['Enter', () => map.settle()],
        [' ', () => map.settle()],
        ['Escape', () => find('.measure-map .tile[tabindex="0"]', document, SVGGElement)?.focus()],
    ]);
    const act = keys.get(event.key);
    if (to !== undefined || act) {
        event.preventDefault();
    }
    const next = to === undefined ? undefined : every[to];
    if (next) {
        chooseChunk(next.dataset.of ?? '');
        next.focus({ preventScroll: true });
    } else if (act) {
        if (chunk !== arc.dataset.of) {
            chooseChunk(arc.dataset.of ?? '');
        }
        act();
    }
}

/** Chunks are chosen, pulled at their ends, and split where somebody clicks twice. */
function startPointer() {
    document.addEventListener('pointerdown', (event) => {
        const of = near(event.target, ARC, SVGGElement)?.dataset.of;
        if (of === undefined || event.button !== 0) {
            return;
        }
        event.preventDefault();
        chooseChunk(of);
        arcs()
            .find((one) => one.dataset.of === of)
            ?.focus({ preventScroll: true });
        const edge = near(event.target, HANDLE, SVGElement)?.dataset.edge;
        pulling = edge ? { edge, place: null } : null;
    });
    // A finger on an end pulls it; the page does not scroll with it.
    document.addEventListener(
        'touchstart',
        (event) => {
            if (near(event.target, '.measure-map .handle', SVGElement)) {
                event.preventDefault();
            }
        },
        { passive: false },
    );
    document.addEventListener('pointermove', (event) => {
        if (pulling) {
            pulling.place = placeAt(event.clientX, event.clientY);
            guide(pulling.place, pulling.edge);
        }
    });
    document.addEventListener('pointerup', () => {
        if (pulling?.place) {
            send(`${pulling.edge}-at`, pulling.place);
        }
        guide(null);
        pulling = null;
    });
    document.addEventListener('pointercancel', () => {
        guide(null);
        pulling = null;
    });
    document.addEventListener('dblclick', (event) => {
        const of = near(event.target, ARC, SVGGElement)?.dataset.of;
        if (of !== undefined && !near(event.target, HANDLE, SVGElement)) {
            chooseChunk(of);
            send('split', placeAt(event.clientX, event.clientY));
        }
    });
}

/**
 * @param {MeasureMap} ofMap
 * @param {() => Overlay|null} ofScore
 */
export function startChunks(ofMap, ofScore) {
    map = ofMap;
    score = ofScore;
    startPointer();
    startCutForm(splitPlace);
    document.addEventListener('change', ({ target }) => {
        const list = near(target, '[data-chunk-choice]', HTMLSelectElement);
        if (list) {
            chooseChunk(list.value);
        }
    });
    paint();
}
