// The notation under the measure map with the hands of an instrument: what is shown, one note's reasons, and what a teacher
// sets. The server does the rest.
import htmx from 'htmx.org';
import { drawRibbon, ROOM } from './bow-ribbon.js';
import { all, fill, find, near, one, onFragment } from './dom.js';
import { drawScore } from './notation.js';
import { drawWhole, startScore } from './score/page.js';
import { startListen } from './score/listen.js';
import { startPrint } from './score/print.js';
import { openTab, startTabs } from './score/tabs.js';

/** Pixels within which a click means a note. */
const REACH = 40;
let drawing = 0;
/**
 * Measures that are shown; none for the first of the piece.
 *
 * @type {{from: number, to: number}|null}
 */
let shown = null;
/**
 * Id of the note whose card is open.
 *
 * @type {string|null}
 */
let current = null;
/**
 * Ids of notes for which a teacher set something.
 *
 * @type {Set<string>}
 */
let own = new Set();

/**
 * What is told beside the notation.
 *
 * @typedef {object} Told
 * @property {{number: string, notes: string[]}[]} text
 * @property {{number: string, notes: string[]}[]} why
 * @property {string[]} notices
 * @property {string} side as HTML
 * @property {string} more as HTML
 * @property {string[]} set ids of notes for which a teacher set something
 */

const figure = () => find('[data-notation]');

/**
 * List items, each the number of a measure and what is said of it.
 *
 * @param {{number: string, notes: string[]}[]} rows
 * @param {string} separator
 */
function measureLines(rows, separator) {
    return rows.map(({ number, notes }) => {
        const item = document.createElement('li');
        const label = document.createElement('b');
        label.textContent = number;
        item.append(label, ' ' + notes.join(separator));
        return item;
    });
}

/** What the forms ask for, as they stand. */
function asked() {
    const values = new URLSearchParams();
    all('[data-hands]', document, HTMLFormElement).forEach((form) =>
        new FormData(form).forEach((value, name) => {
            if (typeof value === 'string' && !name.startsWith('_') && name !== 'version') {
                values.append(name, value);
            }
        }),
    );
    return values;
}

/** The same with what is chosen: for playing it. */
function toPlay() {
    const values = asked();
    const chunk =
        find('[data-map-tools][data-has=chunk]') && find('[data-chunk-choice]', document, HTMLSelectElement)?.value;
    if (chunk) {
        values.set('edges', chunk);
    } else if (shown) {
        values.set('from', String(shown.from));
        values.set('to', String(shown.to));
    }
    return values;
}

/**
 * @param {string|undefined} base
 * @param {Record<string, string|number>} more
 */
function address(base = '', more) {
    const url = new URL(base, location.href);
    asked().forEach((value, name) => url.searchParams.append(name, value));
    Object.entries(more).forEach(([name, value]) => url.searchParams.set(name, String(value)));
    return url;
}

/**
 * Draws the chosen measures, and tells all that belongs to them.
 *
 * @param {{from: number, to: number}|null} range
 */
export async function notate(range = shown) {
    const box = figure();
    if (!box) {
        return;
    }
    shown = range;
    const mine = ++drawing;
    const from = range?.from ?? Number(box.dataset.from ?? 0);
    const to = range?.to ?? Number(box.dataset.to);
    const four = find('[data-four]', document, HTMLAnchorElement);
    if (four) {
        four.href = address(four.dataset.four, { from, to, bows: 1, ribbon: 1 }).href;
    }
    drawWhole(asked());
    try {
        const more = find('[data-more-box]', document, HTMLDetailsElement)?.open ? { more: 1 } : null;
        const answer = await (
            await fetch(address(box.dataset.notation, { from, to, ...more }), {
                headers: { Accept: 'application/json' },
            })
        ).json();
        if (mine !== drawing) {
            return;
        }
        tell(box, answer);
        own = new Set(answer.set);
        mark();
    } catch (error) {
        // The score stands; what is told beside it comes with the next choice.
        console.error(error);
    }
}

/**
 * @param {HTMLElement} box
 * @param {Told} told
 */
function tell(box, told) {
    one('[data-note-text]').replaceChildren(...measureLines(told.text, ' · '));
    const why = one('[data-why-text]');
    why.replaceChildren(...measureLines(told.why, '\n'));
    if (why.parentElement) {
        why.parentElement.hidden = told.why.length === 0;
    }
    const notices = one('[data-hand-notices]');
    notices.hidden = told.notices.length === 0;
    notices.replaceChildren(
        ...told.notices.map((notice) => {
            const item = document.createElement('li');
            item.textContent = notice;
            return item;
        }),
    );
    const hands = told.side !== '';
    one('[data-note-hint]').hidden = !hands;
    one('[data-no-hand]').hidden = hands;
    box.classList.toggle('with-hands', hands);
    const side = one('[data-hand-side]');
    side.innerHTML = told.side;
    const card = noteCard();
    if (!hands) {
        card.hidden = true;
    }
    side.hidden = !hands || !card.hidden;
    const more = find('[data-hands-more]');
    if (more && told.more !== '') {
        more.innerHTML = told.more;
        htmx.process(more);
    }
}

/** The card of one note, open or not. */
const noteCard = () => one('[data-hand-note]');
/** The notation, where it has hands. */
const withHands = () => find('[data-notation].with-hands');

const notes = () =>
    all('[data-stave] g.note[id], [data-stave] g.chord[id]', document, SVGGElement).filter(
        (note) => !note.parentElement?.closest('g.chord'),
    );

function mark() {
    notes().forEach((note) => {
        note.classList.toggle('chosen', note.id === current);
        note.classList.toggle('set', own.has(note.id));
    });
}

/**
 * The note that is meant by a click or touch: heads are small, and stave lines lie over them.
 *
 * @param {number} x
 * @param {number} y
 */
function nearest(x, y) {
    let best = null;
    let least = REACH;
    for (const note of notes()) {
        const box = (note.querySelector('.notehead') ?? note).getBoundingClientRect();
        const away = Math.hypot(x - (box.left + box.width / 2), (y - (box.top + box.height / 2)) / 2);
        if (away < least) {
            least = away;
            best = note;
        }
    }
    return best;
}

/**
 * Opens the card of a note: reasons, and what can be set.
 *
 * @param {string} id
 */
async function openNote(id) {
    const box = withHands();
    if (!box) {
        return;
    }
    current = id;
    mark();
    const answer = await fetch(address(box.dataset.note, { note: id }), { headers: { 'HX-Request': 'true' } });
    if (!answer.ok || current !== id) {
        return;
    }
    const card = noteCard();
    card.innerHTML = await answer.text();
    htmx.process(card);
    card.hidden = false;
    one('[data-hand-side]').hidden = true;
    openTab('hand');
}

function closeNote() {
    const card = noteCard();
    if (card.hidden) {
        return;
    }
    current = null;
    card.hidden = true;
    one('[data-hand-side]').hidden = withHands() === null;
    mark();
    figure()?.focus({ preventScroll: true });
}

/** @param {KeyboardEvent} event */
function onKey(event) {
    if (event.key === 'Escape' && near(event.target, '[data-hand-note], [data-notation]')) {
        closeNote();
    }
    if (event.target !== withHands() || event.target === null) {
        return;
    }
    const every = notes();
    const at = every.findIndex((note) => note.id === current);
    const next = new Map([
        ['ArrowRight', every[Math.min(every.length - 1, at + 1)]],
        ['ArrowLeft', every[Math.max(0, at - 1)]],
        ['Home', every[0]],
        ['End', every[every.length - 1]],
    ]).get(event.key);
    if (next) {
        event.preventDefault();
        openNote(next.id);
        next.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    } else if (event.key === 'Enter' && current !== null) {
        event.preventDefault();
        find('[data-hand-note] .set-note button')?.focus();
    }
}

/** The policies of the class or year that is chosen, loaded when their box is opened. */
function loadPolicies() {
    const body = find('[data-policies-box][open] #policies-body');
    const whose = find('[data-cut-query] [name=for]', document, HTMLSelectElement)?.value ?? 'year-1';
    if (!body || body.dataset.whose === whose) {
        return;
    }
    body.dataset.whose = whose;
    const [kind, which] = whose.split('-');
    const { class: ofClass = '', year = '' } = body.dataset;
    const address = kind === 'class' ? fill(ofClass, { id: which }) : fill(year, { year: which });
    htmx.ajax('get', address, { target: body, swap: 'innerHTML' });
}

/** What was tried for another class does not hold for this one. */
function forgetPolicies() {
    const body = find('#policies-body');
    body?.replaceChildren();
    delete body?.dataset.whose;
    loadPolicies();
}

/** What is comfortable follows from the hands: the map is asked for again. */
function refreshMap() {
    const query = find('[data-cut-query]');
    if (query) {
        htmx.trigger(query, 'refresh', {});
    }
}

/** @param {MouseEvent} event */
function onClick({ target, clientX, clientY }) {
    if (near(target, '[data-note-close]')) {
        closeNote();
    }
    const box = near(target, '[data-stave]') && !near(target, '.arc', SVGElement) ? withHands() : null;
    const note = box && nearest(clientX, clientY);
    if (box && note) {
        box.focus({ preventScroll: true });
        openNote(note.id);
    }
}

export function startHands() {
    document.addEventListener('change', ({ target }) => {
        const name = target instanceof Element ? target.getAttribute('name') : '';
        if (name === 'for') {
            forgetPolicies();
        }
        if (near(target, '[data-hands]') && name !== 'whose') {
            notate();
            if (current !== null) {
                openNote(current);
            }
        }
    });
    find('[data-policies-box]')?.addEventListener('toggle', loadPolicies);
    const more = find('[data-more-box]', document, HTMLDetailsElement);
    more?.addEventListener('toggle', () => more.open && notate());
    document.addEventListener('hands-changed', () => {
        notate();
        refreshMap();
    });
    // The button that was pressed is replaced: the keys stay in the card.
    onFragment('htmx:afterSettle', (_, target) => {
        if (target.id === 'hand-note') {
            find('.taken', target)?.focus();
        }
    });
    onFragment('htmx:afterRequest', ({ successful, target, requestConfig }) => {
        if (successful && target?.id === 'policies-body' && requestConfig.verb === 'post') {
            notate();
            refreshMap();
        }
    });
    document.addEventListener('click', onClick);
    document.addEventListener('keydown', onKey);
    document.addEventListener('score-drawn', mark);
    startTabs();
    startScore();
    startListen(toPlay);
    startPrint();
    notate(null);
}

/** The page on which instruments stand side by side. */
export async function drawSideBySide() {
    for (const box of all('[data-notes]')) {
        const { xml, ribbon } = JSON.parse(box.dataset.notes ?? '{}');
        try {
            const picture = await drawScore(box, xml, false, 46, ribbon ? { spacingSystem: ROOM } : {});
            if (ribbon) {
                drawRibbon(picture, ribbon);
            }
        } catch (error) {
            console.error(error);
            box.hidden = true;
        }
    }
}
