// Choosing measures on the map, by dragging or by keys. What is chosen goes into the forms; the server does the rest.
import { all, field, find, near, one, onFragment } from './dom.js';
import { notate, startHands } from './hands.js';
import { chunkName, chunkRange, clearChunk, lightChunks, onArcKey, paintChunks, startChunks } from './chunks.js';
import { lay, markChosen, placeActions, score, scrollTo } from './score/page.js';

const TILE = '.measure-map .tile';
/** @type {{anchor: number, focus: number, from: number, last: number}|null} */
let chosen = null;
/**
 * Where dragging over measures began; null while nobody drags.
 *
 * @type {number|null}
 */
let dragging = null;

const tiles = () => all(TILE, document, SVGGElement);
/** @param {SVGElement} tile */
const position = (tile) => Number(tile.dataset.position);

/**
 * @param {number} anchor measure at which the choice began
 * @param {number} focus measure at which it ends
 */
function choose(anchor, focus) {
    clearChunk();
    chosen = { anchor, focus, from: Math.min(anchor, focus), last: Math.max(anchor, focus) };
    paint();
}

function paint() {
    for (const tile of tiles()) {
        const inside = chosen !== null && position(tile) >= chosen.from && position(tile) <= chosen.last;
        tile.setAttribute('aria-selected', String(inside));
        tile.setAttribute('tabindex', position(tile) === (chosen?.focus ?? 0) ? '0' : '-1');
    }
    const tools = find('[data-map-tools]', document, HTMLFormElement);
    if (!tools) {
        return;
    }
    one('[name=from]', tools, HTMLInputElement).value = String(chosen?.from ?? '');
    one('[name=last]', tools, HTMLInputElement).value = String(chosen?.last ?? '');
    all('[data-needs-choice]', document, HTMLButtonElement).forEach((button) => {
        button.disabled = chosen === null;
    });
    tell();
    const line = find('[data-edit-line]', document, HTMLFormElement);
    if (line) {
        field(line, 'from').value = String(chosen?.from ?? '');
        field(line, 'to').value = chosen === null ? '' : String(chosen.last + 1);
        field(line, 'part').value = find('[data-part]', document, HTMLSelectElement)?.value ?? '';
    }
}

/** Says what is chosen, measures or a chunk, and puts the actions beside it. */
function tell() {
    const tools = find('[data-map-tools]');
    if (!tools) {
        return;
    }
    const { one: single = '', many = '', none = '' } = tools.dataset;
    one('output', tools, HTMLOutputElement).value =
        chosen !== null ? measures(chosen, single, many) : chunkName() || none;
    if (tools.dataset.has !== 'all') {
        tools.dataset.has = chosen !== null ? 'measures' : chunkName() ? 'chunk' : 'nothing';
    }
    const shown = range();
    markChosen(shown?.from ?? null, shown ? shown.to - 1 : null);
    placeActions(dragging !== null ? null : shown ? shown.from : null);
}

/**
 * Measures in words.
 *
 * @param {{from: number, last: number}} of
 * @param {string} single words for one
 * @param {string} many words for more
 */
function measures(of, single, many) {
    const every = tiles();
    /** @param {number} at */
    const number = (at) => every.find((tile) => position(tile) === at)?.dataset.number ?? '';
    return (of.from === of.last ? single : many).replace('%from%', number(of.from)).replace('%last%', number(of.last));
}

/** The measures that the notation shows: those that are chosen, else the first. */
function range() {
    return chosen === null ? chunkRange() : { from: chosen.from, to: chosen.last + 1 };
}

let later = 0;
export function settle() {
    clearTimeout(later);
    later = setTimeout(() => notate(range()), 180);
}

/**
 * @param {SVGGElement} tile
 * @param {number} direction 1 for the row below, -1 for that above
 */
function nextRow(tile, direction) {
    const [x, y] = [Number(tile.dataset.x), Number(tile.dataset.y)];
    const rows = [...new Set(tiles().map((other) => Number(other.dataset.y)))].sort((a, b) => a - b);
    const row = rows[rows.indexOf(y) + direction];
    const there = tiles().filter((other) => Number(other.dataset.y) === row);
    there.sort((a, b) => Math.abs(Number(a.dataset.x) - x) - Math.abs(Number(b.dataset.x) - x));
    return there[0] ?? tile;
}

/**
 * The measure to which a key leads.
 *
 * @param {string} key
 * @param {SVGGElement} tile
 * @returns {number|null}
 */
function led(key, tile) {
    const at = position(tile);
    const last = tiles().length - 1;
    switch (key) {
        case 'ArrowRight':
            return Math.min(last, at + 1);
        case 'ArrowLeft':
            return Math.max(0, at - 1);
        case 'ArrowDown':
            return position(nextRow(tile, 1));
        case 'ArrowUp':
            return position(nextRow(tile, -1));
        case 'Home':
            return 0;
        case 'End':
            return last;
        default:
            return null;
    }
}

/** @param {KeyboardEvent} event */
function onKey(event) {
    const tile = near(event.target, '.tile', SVGGElement);
    if (!tile) {
        return;
    }
    const at = position(tile);
    const to = led(event.key, tile);
    if (to !== null) {
        event.preventDefault();
        choose(event.shiftKey && chosen !== null ? chosen.anchor : to, to);
        tiles()[to].focus();
        settle();
    } else if (event.key === ' ') {
        event.preventDefault();
        choose(at, at);
        settle();
    } else if (event.key === 'Enter') {
        event.preventDefault();
        if (chosen === null) {
            choose(at, at);
        }
        const tools = one('[data-map-tools]', document, HTMLFormElement);
        field(tools, 'numbers').value = '';
        one('[data-needs-choice]', tools).click();
    } else if (event.key === 'Escape') {
        chosen = null;
        paint();
        settle();
    }
}

/**
 * Steps through the play order: each stop is shown on the map and in the notation.
 *
 * @param {HTMLElement} button
 */
function stop(button) {
    for (const other of stopsBeside(button)) {
        other.toggleAttribute('aria-current', other === button);
        other.setAttribute('tabindex', other === button ? '0' : '-1');
    }
    const at = Number(button.dataset.stop);
    choose(at, at);
    scrollTo(at);
    settle();
}

/** @param {HTMLElement} button */
function stopsBeside(button) {
    const strip = near(button, '[data-road]');
    return strip ? all('button', strip) : [];
}

/** @param {KeyboardEvent} event */
function onRoadKey(event) {
    const button = near(event.target, '[data-stop]');
    if (!button) {
        return;
    }
    const every = stopsBeside(button);
    const at = every.indexOf(button);
    const next = new Map([
        ['ArrowRight', every[at + 1]],
        ['ArrowLeft', every[at - 1]],
        ['Home', every[0]],
        ['End', every[every.length - 1]],
    ]).get(event.key);
    if (next) {
        event.preventDefault();
        next.focus();
        stop(next);
    }
}

/** The overview: a click goes there, dragging chooses. */
function startOverview() {
    /** @type {number|null} */
    let began = null;
    /** @param {PointerEvent} event */
    const at = ({ clientX, clientY }) => {
        const small = near(document.elementFromPoint(clientX, clientY), '[data-small]');
        return small ? Number(small.dataset.small) : null;
    };
    document.addEventListener('pointerdown', (event) => {
        if (near(event.target, '[data-overview]') && event.button === 0) {
            began = at(event);
        }
    });
    document.addEventListener('pointermove', (event) => {
        const to = began === null ? null : at(event);
        if (began !== null && to !== null && (to !== began || chosen !== null) && event.buttons > 0) {
            choose(began, to);
        }
    });
    document.addEventListener('pointerup', (event) => {
        if (began !== null) {
            scrollTo(at(event) ?? began);
            settle();
        }
        began = null;
    });
}

/** Measures are chosen by dragging over them. */
function startDragging() {
    document.addEventListener('pointerdown', (event) => {
        const tile = near(event.target, TILE, SVGGElement);
        if (tile && event.button === 0) {
            event.preventDefault();
            dragging = event.shiftKey && chosen !== null ? chosen.anchor : position(tile);
            choose(dragging, position(tile));
            tile.focus({ preventScroll: true });
        }
    });
    document.addEventListener('pointermove', ({ clientX, clientY }) => {
        if (dragging === null) {
            return;
        }
        const tile = near(document.elementFromPoint(clientX, clientY), TILE, SVGGElement);
        if (tile && position(tile) !== chosen?.focus) {
            choose(dragging, position(tile));
        }
    });
    document.addEventListener('pointerup', () => {
        if (dragging !== null) {
            dragging = null;
            paint();
            settle();
        }
    });
    document.addEventListener('pointercancel', () => {
        dragging = null;
    });
}

/** @param {MouseEvent} event */
function onClick({ target }) {
    const button = near(target, '[data-stop]');
    if (button) {
        stop(button);
    }
    const choice = near(target, '[data-choose]')?.dataset.choose;
    if (choice) {
        const [from, last] = choice.split('-').map(Number);
        choose(from, last);
        scrollTo(Math.min(from, last));
        settle();
    }
}

/** After a part of the page was replaced: what was chosen is chosen again, and has the focus. */
function onReplaced(/** @type {Element} */ target) {
    if (!near(target, '#workspace')) {
        return;
    }
    lay();
    const had = near(document.activeElement, '.tile', SVGGElement) || document.activeElement === document.body;
    paint();
    const kept = paintChunks();
    if (!kept && had && chosen !== null) {
        tiles()[chosen.focus]?.focus({ preventScroll: true });
    }
}

export function startMeasureMap() {
    if (!find('.measure-map, [data-score]')) {
        return;
    }
    startDragging();
    document.addEventListener('keydown', onKey);
    document.addEventListener('keydown', onArcKey);
    document.addEventListener('keydown', onRoadKey);
    document.addEventListener('click', onClick);
    document.addEventListener('change', ({ target }) => {
        if (near(target, '[data-part]')) {
            paint();
        }
    });
    onFragment('htmx:afterSettle', (_, target) => onReplaced(target));
    startChunks(
        {
            settle,
            tell,
            chosen: () => chosen,
            unchoose: () => {
                chosen = null;
                paint();
            },
        },
        score,
    );
    document.addEventListener('score-laid', () => {
        paint();
        lightChunks();
    });
    startOverview();
    // A link can name the measure that is meant: where a skill comes first, say.
    const shown = new URLSearchParams(window.location.search).get('show') ?? '';
    if (/^\d{1,4}$/.test(shown) && tiles()[Number(shown)]) {
        choose(Number(shown), Number(shown));
        settle();
    }
    paint();
    startHands();
}
