// The chunks on the map: choosing one, pulling its ends by beats, splitting, joining. The server makes the change and answers with the map.
let map = null;
let chunk = '';
let pulling = null;
/** What had the focus when a change was sent, so that the keys stay where they were. */
let after = null;
/** Changes that wait until the one before is answered: keys are pressed faster than that. */
let busy = false;
const waiting = [];
const TURNS = ['undo', 'redo'];
const MOST_WAITING = 40;

const tools = () => document.querySelector('[data-map-tools]');
const choice = () => document.querySelector('[data-chunk-choice]');
const option = () => [...(choice()?.options ?? [])].find((one) => one.value === chunk);
const arcs = () => [...document.querySelectorAll('.measure-map [data-arcs] [role=option]')];
const drawing = () => document.querySelector('.measure-map');
/** The engraved score, where it is the map. */
let score = () => null;

/** Measures of the chosen chunk, for the notation. */
export function chunkRange() {
    const one = option();
    return one ? { from: Number(one.dataset.from), to: Number(one.dataset.last) + 1 } : null;
}

/** What the chosen chunk is called; empty for none. */
export const chunkName = () => option()?.textContent.trim() ?? '';

export function clearChunk() {
    chunk = '';
    paint();
}

function chooseChunk(edges) {
    chunk = edges;
    map.unchoose();
    if (choice()) {
        choice().value = edges;
    }
    paint();
    map.settle();
}

function paint() {
    arcs().forEach((arc, index) =>
        arc.setAttribute('tabindex', arc.dataset.of === chunk || (chunk === '' && index === 0) ? '0' : '-1'),
    );
    document.querySelectorAll('.measure-map .arc').forEach((arc) => {
        arc.classList.toggle('lit', arc.dataset.of === chunk);
        if (arc.getAttribute('role')) {
            arc.setAttribute('aria-selected', String(arc.dataset.of === chunk));
        }
    });
    const form = tools();
    if (!form) {
        return;
    }
    const one = option();
    const told = form.querySelector('[data-chunk-told]');
    told.textContent = one?.dataset.told ?? '';
    map?.tell();
    form.querySelector('[data-remove]').disabled = one?.dataset.proposed === '1';
    const hands = form.querySelector('[data-chunk-hands]');
    if (hands && one) {
        hands.href = hands.dataset.chunkHands
            .replace('900001', one.dataset.from)
            .replace('900002', String(Number(one.dataset.last) + 1));
    }
}

/** After the map was drawn anew: the chosen chunk stands out again. */
export const lightChunks = () => paint();

/** After the map was replaced: chooses what was touched, and gives the focus back. Tells whether it did. */
export function paintChunks() {
    const touched = document.querySelector('.cut-state')?.dataset.touched ?? '';
    if (touched !== '') {
        chunk = touched;
        map.unchoose();
    } else if (!option()) {
        chunk = '';
    }
    if (choice() && chunk !== '') {
        choice().value = chunk;
    }
    paint();
    const back = after;
    after = null;
    if (back === 'arc') {
        (arcs().find((arc) => arc.dataset.of === chunk) ?? arcs()[0])?.focus({ preventScroll: true });
    } else if (back) {
        document
            .querySelector(
                `[form=cut-form][name=do][value="${back}"]:not([disabled]), #cut-form [name=do][value="${back}"]:not([disabled])`,
            )
            ?.focus({ preventScroll: true });
    }
    if (touched !== '') {
        map.settle();
    }
    busy = false;
    const next = waiting.shift();
    if (next) {
        send(...next);
    }
    return Boolean(back);
}

/** Sends a change of the chosen chunk, at a place if one is given. */
function send(what, place = null, from = 'arc') {
    if (busy) {
        if (waiting.length < MOST_WAITING) {
            waiting.push([what, place, from]);
        }
        return;
    }
    const form = tools();
    // Undo and redo name the change that was seen last: their buttons know it.
    const button = TURNS.includes(what)
        ? document.querySelector(`#turns [data-${what}]`)
        : form?.querySelector(`[name=do][value="${what}"]`);
    if (!button || button.disabled) {
        return;
    }
    busy = true;
    form.elements.position.value = place?.position ?? '';
    form.elements.beat.value = place?.beat ?? '';
    after = from;
    button.click();
}

/** Where a chunk is split: at the measure that is chosen in it, else in its middle. */
function splitPlace() {
    const one = option();
    const chosen = map.chosen();
    return one && chosen && chosen.from > Number(one.dataset.from) && chosen.from <= Number(one.dataset.last)
        ? { position: chosen.from, beat: 0 }
        : null;
}

/** The beat under a point, the nearest one. */
function placeAt(x, y) {
    if (score()) {
        return score().placeAt(x, y);
    }
    const svg = drawing();
    const point = new DOMPoint(x, y).matrixTransform(svg.getScreenCTM().inverse());
    const tiles = [...svg.querySelectorAll('.tile')].map(({ dataset }) => ({
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

function guide(place, edge) {
    if (score()) {
        score().showGuide(place, edge);
        return;
    }
    const line = drawing()?.querySelector('[data-guide]');
    if (!line) {
        return;
    }
    line.toggleAttribute('hidden', place === null);
    if (place !== null) {
        for (const [name, value] of Object.entries({ x1: place.x, x2: place.x, y1: place.y - 34, y2: place.y + 58 })) {
            line.setAttribute(name, value);
        }
    }
}

export function onArcKey(event) {
    const typing = event.target.closest?.('input:not([type=checkbox]), textarea, [contenteditable]');
    if (!typing && (event.ctrlKey || event.metaKey) && drawing() && ['z', 'y'].includes(event.key.toLowerCase())) {
        event.preventDefault();
        send(
            event.key.toLowerCase() === 'y' || event.shiftKey ? 'redo' : 'undo',
            null,
            event.target.closest('.arc') ? 'arc' : null,
        );
        return;
    }
    const spot = event.target.closest?.('[data-spots] [data-choose]');
    if (spot && !event.ctrlKey && !event.metaKey && !event.altKey) {
        const all = [...document.querySelectorAll('[data-spots] [data-choose]')];
        const to = { ArrowDown: all.indexOf(spot) + 1, ArrowUp: all.indexOf(spot) - 1 }[event.key];
        if (to !== undefined && all[to]) {
            event.preventDefault();
            all[to].focus();
        } else if (event.key === 'm') {
            event.preventDefault();
            after = 'arc';
            spot.closest('li').querySelector('[data-spot]').click();
        }
        return;
    }
    const arc = event.target.closest?.('.arc');
    if (!arc || event.ctrlKey || event.metaKey || event.altKey) {
        return;
    }
    const all = arcs();
    const at = all.indexOf(arc);
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: all.length - 1 }[event.key];
    const edge = event.shiftKey ? 'start' : 'end';
    const keys = {
        ArrowRight: () => send(`${edge} 1`),
        ArrowLeft: () => send(`${edge} -1`),
        s: () => send('split', splitPlace()),
        j: () => send('join'),
        n: () => send('landing'),
        Delete: () => send('remove'),
        Enter: () => map.settle(),
        ' ': () => map.settle(),
        Escape: () => document.querySelector('.measure-map .tile[tabindex="0"]')?.focus(),
    };
    if (to !== undefined || keys[event.key]) {
        event.preventDefault();
    }
    if (to !== undefined && all[to]) {
        chooseChunk(all[to].dataset.of);
        all[to].focus({ preventScroll: true });
    } else if (keys[event.key]) {
        if (chunk !== arc.dataset.of) {
            chooseChunk(arc.dataset.of);
        }
        keys[event.key]();
    }
}

export function startChunks(ofMap, ofScore) {
    map = ofMap;
    score = ofScore;
    document.addEventListener('pointerdown', (event) => {
        const arc = event.target.closest?.('.measure-map .arc');
        if (!arc || event.button !== 0) {
            return;
        }
        event.preventDefault();
        chooseChunk(arc.dataset.of);
        arcs()
            .find((one) => one.dataset.of === arc.dataset.of)
            ?.focus({ preventScroll: true });
        const handle = event.target.closest('.handle');
        pulling = handle ? { edge: handle.dataset.edge, place: null } : null;
    });
    // A finger on an end pulls it; the page does not scroll with it.
    document.addEventListener(
        'touchstart',
        (event) => {
            if (event.target.closest?.('.measure-map .handle')) {
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
    for (const failed of ['htmx:sendError', 'htmx:responseError', 'htmx:timeout']) {
        document.addEventListener(failed, () => {
            busy = false;
            waiting.length = 0;
        });
    }
    document.addEventListener('pointercancel', () => {
        guide(null);
        pulling = null;
    });
    document.addEventListener('dblclick', (event) => {
        const arc = event.target.closest?.('.measure-map .arc');
        if (arc && !event.target.closest('.handle')) {
            chooseChunk(arc.dataset.of);
            send('split', placeAt(event.clientX, event.clientY));
        }
    });
    document.addEventListener('change', (event) => {
        if (event.target.matches('[data-chunk-choice]')) {
            chooseChunk(event.target.value);
        }
    });
    document.addEventListener('keydown', (event) => {
        // The button that a form takes by itself makes a chunk of what is chosen on the map.
        if (event.key === 'Enter' && event.target.matches?.('#numbers')) {
            event.preventDefault();
            document.querySelector('[data-by-numbers]').click();
        }
    });
    document.addEventListener('click', (event) => {
        const button = event.target.closest?.('[data-map-tools] button[name=do], button[form=cut-form][name=do]');
        if (button) {
            const outside = tools().querySelector('[data-outside]');
            outside.disabled = button.getAttribute('form') === null;
            outside.name = 'do';
            outside.value = button.value;
        }
        if ((button && event.detail > 0) || (button && document.activeElement === button)) {
            after ??= button.value;
            if (button.matches('[data-needs-choice]')) {
                button.form.elements.numbers.value = '';
            }
            if (!['start-at', 'end-at', 'split'].includes(button.value)) {
                button.form.elements.position.value = '';
            } else if (button.value === 'split' && after !== 'arc') {
                const place = splitPlace();
                button.form.elements.position.value = place?.position ?? '';
                button.form.elements.beat.value = place?.beat ?? '';
            }
        }
    });
    paint();
}
