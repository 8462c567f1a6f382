// The notation under the measure map with the hands of an instrument: what is shown, one note's reasons, and what a teacher
// sets. The server does the rest.
import htmx from 'htmx.org';
import { drawRibbon, ROOM } from './bow-ribbon.js';
import { drawScore } from './notation.js';
import { drawWhole, startScore } from './score/page.js';
import { startListen } from './score/listen.js';
import { startPrint } from './score/print.js';
import { openTab, startTabs } from './score/tabs.js';

/** Pixels within which a click means a note. */
const REACH = 40;
let drawing = 0;
let shown = null;
let current = null;
let own = new Set();

const figure = () => document.querySelector('[data-notation]');

/** List items, each the number of a measure and what is said of it. */
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
    document.querySelectorAll('[data-hands]').forEach((form) =>
        new FormData(form).forEach((value, name) => {
            if (!name.startsWith('_') && name !== 'version') {
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
        document.querySelector('[data-map-tools][data-has=chunk]') &&
        document.querySelector('[data-chunk-choice]')?.value;
    if (chunk) {
        values.set('edges', chunk);
    } else if (shown) {
        values.set('from', String(shown.from));
        values.set('to', String(shown.to));
    }
    return values;
}

function address(base, more) {
    const url = new URL(base, location.href);
    asked().forEach((value, name) => url.searchParams.append(name, value));
    Object.entries(more).forEach(([name, value]) => url.searchParams.set(name, String(value)));
    return url;
}

/** Draws the chosen measures, and tells all that belongs to them. */
export async function notate(range = shown) {
    const box = figure();
    if (!box) {
        return;
    }
    shown = range;
    const mine = ++drawing;
    const from = range?.from ?? Number(box.dataset.from ?? 0);
    const to = range?.to ?? Number(box.dataset.to);
    const four = document.querySelector('[data-four]');
    if (four) {
        four.href = address(four.dataset.four, { from, to, bows: 1, ribbon: 1 });
    }
    drawWhole(asked());
    try {
        const more = document.querySelector('[data-more-box]')?.open ? { more: 1 } : {};
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
    } catch {
        // The score stands; what is told beside it comes with the next choice.
    }
}

function tell(box, answer) {
    document.querySelector('[data-note-text]').replaceChildren(...measureLines(answer.text, ' · '));
    const why = document.querySelector('[data-why-text]');
    why.replaceChildren(...measureLines(answer.why, '\n'));
    why.parentElement.hidden = answer.why.length === 0;
    const notices = document.querySelector('[data-hand-notices]');
    notices.hidden = answer.notices.length === 0;
    notices.replaceChildren(
        ...answer.notices.map((notice) => {
            const item = document.createElement('li');
            item.textContent = notice;
            return item;
        }),
    );
    const hands = answer.side !== '';
    document.querySelector('[data-note-hint]').hidden = !hands;
    document.querySelector('[data-no-hand]').hidden = hands;
    box.classList.toggle('with-hands', hands);
    const side = document.querySelector('[data-hand-side]');
    side.innerHTML = answer.side;
    const note = document.querySelector('[data-hand-note]');
    if (!hands) {
        note.hidden = true;
    }
    side.hidden = !hands || !note.hidden;
    const more = document.querySelector('[data-hands-more]');
    if (more && answer.more !== '') {
        more.innerHTML = answer.more;
        htmx.process(more);
    }
}

const notes = () =>
    [...document.querySelectorAll('[data-stave] g.note[id], [data-stave] g.chord[id]')].filter(
        (note) => !note.parentElement.closest('g.chord'),
    );

function mark() {
    notes().forEach((note) => {
        note.classList.toggle('chosen', note.id === current);
        note.classList.toggle('set', own.has(note.id));
    });
}

/** The note that is meant by a click or touch: heads are small, and stave lines lie over them. */
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

/** Opens the card of a note: reasons, and what can be set. */
async function openNote(id) {
    const box = figure();
    if (!box?.classList.contains('with-hands')) {
        return;
    }
    current = id;
    mark();
    const card = document.querySelector('[data-hand-note]');
    const answer = await fetch(address(box.dataset.note, { note: id }), { headers: { 'HX-Request': 'true' } });
    if (!answer.ok || current !== id) {
        return;
    }
    card.innerHTML = await answer.text();
    htmx.process(card);
    card.hidden = false;
    document.querySelector('[data-hand-side]').hidden = true;
    openTab('hand');
}

function closeNote() {
    const card = document.querySelector('[data-hand-note]');
    if (card.hidden) {
        return;
    }
    current = null;
    card.hidden = true;
    document.querySelector('[data-hand-side]').hidden = !figure().classList.contains('with-hands');
    mark();
    figure().focus({ preventScroll: true });
}

function onKey(event) {
    if (event.key === 'Escape' && event.target.closest?.('[data-hand-note], [data-notation]')) {
        closeNote();
    }
    if (event.target !== figure() || !figure().classList.contains('with-hands')) {
        return;
    }
    const all = notes();
    const at = all.findIndex((note) => note.id === current);
    const to = {
        ArrowRight: Math.min(all.length - 1, at + 1),
        ArrowLeft: Math.max(0, at - 1),
        Home: 0,
        End: all.length - 1,
    }[event.key];
    if (to !== undefined && all[to]) {
        event.preventDefault();
        openNote(all[to].id);
        all[to].scrollIntoView({ block: 'nearest', inline: 'nearest' });
    } else if (event.key === 'Enter' && current !== null) {
        event.preventDefault();
        document.querySelector('[data-hand-note] .set-note button')?.focus();
    }
}

/** The policies of the class or year that is chosen, loaded when their box is opened. */
function loadPolicies() {
    const body = document.getElementById('policies-body');
    const whose = document.querySelector('[data-cut-query] [name=for]')?.value ?? 'year-1';
    if (!body?.closest('details').open || body.dataset.whose === whose) {
        return;
    }
    body.dataset.whose = whose;
    const [kind, id] = whose.split('-');
    htmx.ajax(
        'GET',
        kind === 'class' ? body.dataset.class.replace(/\/0\//, `/${id}/`) : body.dataset.year.replace(/1$/, id),
        { target: body, swap: 'innerHTML' },
    );
}

export function startHands() {
    document.addEventListener('change', (event) => {
        if (event.target.name === 'for') {
            // What was tried for another class does not hold for this one.
            document.getElementById('policies-body')?.replaceChildren();
            delete document.getElementById('policies-body')?.dataset.whose;
            loadPolicies();
        }
        if (event.target.closest('[data-hands]') && event.target.name !== 'whose') {
            notate();
            if (current !== null) {
                openNote(current);
            }
        }
    });
    document.querySelector('[data-policies-box]')?.addEventListener('toggle', loadPolicies);
    document.querySelector('[data-more-box]')?.addEventListener('toggle', ({ target }) => target.open && notate());
    // What is comfortable follows from the hands: the map is asked for again.
    const refreshMap = () => {
        const query = document.querySelector('[data-cut-query]');
        if (query) {
            htmx.trigger(query, 'refresh');
        }
    };
    document.addEventListener('hands-changed', () => {
        notate();
        refreshMap();
    });
    // The button that was pressed is replaced: the keys stay in the card.
    document.addEventListener(
        'htmx:afterSettle',
        ({ target }) => target.id === 'hand-note' && target.querySelector('.taken')?.focus(),
    );
    document.addEventListener(
        'htmx:afterRequest',
        ({ detail }) =>
            detail.successful &&
            detail.target?.id === 'policies-body' &&
            detail.requestConfig.verb === 'post' &&
            (notate(), refreshMap()),
    );
    document.addEventListener('click', (event) => {
        if (event.target.closest('[data-note-close]')) {
            closeNote();
        }
        const onNotes = event.target.closest?.('[data-stave]') && !event.target.closest('.arc');
        const note = onNotes ? nearest(event.clientX, event.clientY) : null;
        if (note && figure().classList.contains('with-hands')) {
            figure().focus({ preventScroll: true });
            openNote(note.id);
        }
    });
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
    for (const box of document.querySelectorAll('[data-notes]')) {
        const { xml, ribbon } = JSON.parse(box.dataset.notes);
        try {
            const picture = await drawScore(box, xml, false, 46, ribbon ? { spacingSystem: ROOM } : {});
            if (ribbon) {
                drawRibbon(picture, ribbon);
            }
        } catch {
            box.hidden = true;
        }
    }
}
