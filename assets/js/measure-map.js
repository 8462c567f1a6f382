// Choosing measures on the map, by dragging or by keys. What is chosen goes into the forms; the server does the rest.
import { notate, startHands } from './hands.js';
import { chunkName, chunkRange, clearChunk, lightChunks, onArcKey, paintChunks, startChunks } from './chunks.js';
import { lay, markChosen, placeActions, score, scrollTo } from './score/page.js';

let chosen = null;
/** Where dragging over measures began; null while nobody drags. */
let dragging = null;

const tiles = () => [...document.querySelectorAll('.measure-map .tile')];
const position = (tile) => Number(tile.dataset.position);

function choose(anchor, focus) {
    clearChunk();
    chosen = { anchor, focus, from: Math.min(anchor, focus), last: Math.max(anchor, focus) };
    paint();
}

function clear() {
    chosen = null;
    paint();
}

function paint() {
    const all = tiles();
    for (const tile of all) {
        const inside = chosen !== null && position(tile) >= chosen.from && position(tile) <= chosen.last;
        tile.setAttribute('aria-selected', String(inside));
        tile.setAttribute('tabindex', position(tile) === (chosen?.focus ?? 0) ? '0' : '-1');
    }
    const tools = document.querySelector('[data-map-tools]');
    if (!tools) {
        return;
    }
    tools.querySelector('[name=from]').value = chosen?.from ?? '';
    tools.querySelector('[name=last]').value = chosen?.last ?? '';
    document.querySelectorAll('[data-needs-choice]').forEach((button) => {
        button.disabled = chosen === null;
    });
    tell();
    const line = document.querySelector('[data-edit-line]');
    if (line) {
        line.elements.from.value = chosen?.from ?? '';
        line.elements.to.value = chosen === null ? '' : chosen.last + 1;
        line.elements.part.value = document.querySelector('[data-part]')?.value ?? '';
    }
}

/** Says what is chosen, measures or a chunk, and puts the actions beside it. */
function tell() {
    const tools = document.querySelector('[data-map-tools]');
    if (!tools) {
        return;
    }
    const all = tiles();
    const number = (at) => all.find((tile) => position(tile) === at)?.dataset.number ?? '';
    const measures = () =>
        (chosen.from === chosen.last ? tools.dataset.one : tools.dataset.many)
            .replace('%from%', number(chosen.from))
            .replace('%last%', number(chosen.last));
    tools.querySelector('output').value = chosen !== null ? measures() : chunkName() || tools.dataset.none;
    if (tools.dataset.has !== 'all') {
        tools.dataset.has = chosen !== null ? 'measures' : chunkName() ? 'chunk' : 'nothing';
    }
    const shown = range();
    markChosen(shown?.from ?? null, shown ? shown.to - 1 : null);
    placeActions(dragging !== null ? null : shown ? shown.from : null);
}

/** The measures that the notation shows: those that are chosen, else the first. */
function range() {
    return chosen === null ? chunkRange() : { from: chosen.from, to: chosen.last + 1 };
}

let later;
export function settle() {
    clearTimeout(later);
    later = setTimeout(() => notate(range()), 180);
}

function nextRow(tile, direction) {
    const [x, y] = [Number(tile.dataset.x), Number(tile.dataset.y)];
    const rows = [...new Set(tiles().map((other) => Number(other.dataset.y)))].sort((a, b) => a - b);
    const row = rows[rows.indexOf(y) + direction];
    const there = tiles().filter((other) => Number(other.dataset.y) === row);
    there.sort((a, b) => Math.abs(Number(a.dataset.x) - x) - Math.abs(Number(b.dataset.x) - x));
    return there[0] ?? tile;
}

function onKey(event) {
    const tile = event.target.closest?.('.tile');
    if (!tile) {
        return;
    }
    const at = position(tile);
    const count = tiles().length;
    const moves = {
        ArrowRight: () => Math.min(count - 1, at + 1),
        ArrowLeft: () => Math.max(0, at - 1),
        ArrowDown: () => position(nextRow(tile, 1)),
        ArrowUp: () => position(nextRow(tile, -1)),
        Home: () => 0,
        End: () => count - 1,
    };
    if (moves[event.key]) {
        event.preventDefault();
        const to = moves[event.key]();
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
        const tools = document.querySelector('[data-map-tools]');
        tools.elements.numbers.value = '';
        tools.querySelector('[data-needs-choice]').click();
    } else if (event.key === 'Escape') {
        clear();
        settle();
    }
}

/** Steps through the play order: each stop is shown on the map and in the notation. */
function stop(button) {
    const strip = button.closest('[data-road]');
    strip.querySelectorAll('button').forEach((other) => {
        other.toggleAttribute('aria-current', other === button);
        other.setAttribute('tabindex', other === button ? '0' : '-1');
    });
    const at = Number(button.dataset.stop);
    choose(at, at);
    scrollTo(at);
    settle();
}

function onRoadKey(event) {
    const button = event.target.closest?.('[data-stop]');
    const all = button ? [...button.closest('[data-road]').querySelectorAll('button')] : [];
    const to = {
        ArrowRight: all.indexOf(button) + 1,
        ArrowLeft: all.indexOf(button) - 1,
        Home: 0,
        End: all.length - 1,
    }[event.key];
    if (button && to !== undefined && all[to]) {
        event.preventDefault();
        all[to].focus();
        stop(all[to]);
    }
}

/** The overview: a click goes there, dragging chooses. */
function startOverview() {
    let began = null;
    const at = (event) => {
        const small = document.elementFromPoint(event.clientX, event.clientY)?.closest('[data-small]');
        return small ? Number(small.dataset.small) : null;
    };
    document.addEventListener('pointerdown', (event) => {
        if (event.target.closest?.('[data-overview]') && event.button === 0) {
            began = at(event);
        }
    });
    document.addEventListener('pointermove', (event) => {
        const to = began === null ? null : at(event);
        if (to !== null && (to !== began || chosen !== null) && event.buttons > 0) {
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

export function startMeasureMap() {
    if (!document.querySelector('.measure-map, [data-score]')) {
        return;
    }
    document.addEventListener('pointerdown', (event) => {
        const tile = event.target.closest?.('.measure-map .tile');
        if (tile && event.button === 0) {
            event.preventDefault();
            dragging = event.shiftKey && chosen !== null ? chosen.anchor : position(tile);
            choose(dragging, position(tile));
            tile.focus({ preventScroll: true });
        }
    });
    document.addEventListener('pointermove', (event) => {
        if (dragging === null) {
            return;
        }
        const tile = document.elementFromPoint(event.clientX, event.clientY)?.closest('.measure-map .tile');
        if (tile && position(tile) !== chosen.focus) {
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
    document.addEventListener('keydown', onKey);
    document.addEventListener('keydown', onArcKey);
    document.addEventListener('keydown', onRoadKey);
    document.addEventListener('click', (event) => {
        const button = event.target.closest?.('[data-stop]');
        if (button) {
            stop(button);
        }
        const chunk = event.target.closest?.('[data-choose]');
        if (chunk) {
            choose(...chunk.dataset.choose.split('-').map(Number));
            scrollTo(chosen.from);
            settle();
        }
    });
    document.addEventListener('change', (event) => {
        if (event.target.matches('[data-part]')) {
            paint();
        }
    });
    document.addEventListener('htmx:afterSettle', ({ target }) => {
        if (target.id !== 'workspace' && !target.closest?.('#workspace')) {
            return;
        }
        lay();
        const had = document.activeElement?.closest?.('.tile') || document.activeElement === document.body;
        paint();
        const kept = paintChunks();
        if (!kept && had && chosen !== null) {
            tiles()[chosen.focus]?.focus({ preventScroll: true });
        }
    });
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
