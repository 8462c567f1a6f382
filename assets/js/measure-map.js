// Choosing measures on the map, by dragging or by keys. What is chosen goes into the forms; the server does the rest.
import { notate, startHands } from './hands.js';
import { chunkRange, clearChunk, onArcKey, paintChunks, startChunks } from './chunks.js';

let chosen = null;

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
    const number = (at) => all.find((tile) => position(tile) === at)?.dataset.number ?? '';
    const output = tools.querySelector('output');
    output.value =
        chosen === null
            ? tools.dataset.none
            : (chosen.from === chosen.last ? tools.dataset.one : tools.dataset.many)
                  .replace('%from%', number(chosen.from))
                  .replace('%last%', number(chosen.last));
    tools.querySelector('[name=from]').value = chosen?.from ?? '';
    tools.querySelector('[name=last]').value = chosen?.last ?? '';
    document.querySelectorAll('[data-needs-choice]').forEach((button) => {
        button.disabled = chosen === null;
    });
    const line = document.querySelector('[data-edit-line]');
    if (line) {
        line.elements.from.value = chosen?.from ?? '';
        line.elements.to.value = chosen === null ? '' : chosen.last + 1;
        line.elements.part.value = document.querySelector('[data-part]')?.value ?? '';
    }
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
    tiles()[at]?.scrollIntoView({ block: 'nearest' });
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

export function startMeasureMap() {
    if (!document.querySelector('.measure-map')) {
        return;
    }
    let dragging = null;
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
        const had = document.activeElement?.closest?.('.tile') || document.activeElement === document.body;
        paint();
        const kept = paintChunks();
        if (!kept && had && chosen !== null) {
            tiles()[chosen.focus]?.focus({ preventScroll: true });
        }
    });
    startChunks({
        settle,
        chosen: () => chosen,
        unchoose: () => {
            chosen = null;
            paint();
        },
    });
    paint();
    startHands();
}
