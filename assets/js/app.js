import htmx from 'htmx.org';
import Sortable from 'sortablejs';
import { all, field, find, near, onFragment, one } from './dom.js';
import { startEntry } from './entry.js';
import { drawSideBySide } from './hands.js';
import { startIncipits } from './incipits.js';
import { startKeptForms } from './kept-form.js';
import { startMeasureMap } from './measure-map.js';
import { startQuilt } from './quilt.js';
import { startMenu } from './menu.js';
import { startPreview } from './score/preview.js';
import { startStepMusic } from './step-music.js';
import { startWaiting } from './waiting.js';

htmx.config.allowEval = false;
htmx.config.includeIndicatorStyles = false;
htmx.config.selfRequestsOnly = true;
htmx.config.historyCacheSize = 0;
// Styles of elements are not allowed here: there are none to be settled.
htmx.config.attributesToSettle = ['class', 'width', 'height'];
// A refusal carries the page as it is, with the reason: it is shown like any other answer.
htmx.config.responseHandling = [
    { code: '204', swap: false },
    { code: '[23]..', swap: true },
    { code: '(409|422)', swap: true },
    { code: '...', swap: false, error: true },
];

const token = find('meta[name=csrf-token]', document, HTMLMetaElement)?.content ?? '';
const { busy = '', failed = '', offline = '' } = document.body.dataset;
onFragment('htmx:configRequest', ({ headers }) => {
    headers['X-CSRF-Token'] = token;
});
onFragment('htmx:responseError', ({ xhr }) => tell([429, 503].includes(xhr.status) ? busy : failed));
onFragment('htmx:sendError', () => tell(offline));

/** @param {string} message */
function tell(message) {
    const box = find('[data-messages]');
    const line = document.createElement('div');
    line.className = 'said error';
    line.textContent = message;
    box?.replaceChildren(line);
    box?.scrollIntoView({ block: 'nearest' });
}

// Steps: dragged by their grips, also from lesson to lesson, or moved by the buttons and Alt with the arrows; either way it is told before
// which step, and in which lesson, a step is wanted.
const STEP = '[data-step]';
/** @param {HTMLElement} list */
const rowsOf = (list) => all(':scope > ' + STEP, list);

/** Step that has the focus again when the lists are there anew. */
let focusAfter = '';

/**
 * @param {HTMLElement} item
 * @param {string} [lesson] in which it is wanted
 * @param {string} [before] step that comes after it; none for the end
 */
function sendMove(item, lesson = '', before = '') {
    const form = one('[data-move-form]', document, HTMLFormElement);
    focusAfter = item.dataset.step ?? '';
    field(form, 'step').value = focusAfter;
    field(form, 'lesson').value = lesson;
    field(form, 'before').value = before;
    htmx.trigger(form, 'submit', {});
}

/**
 * @param {HTMLElement} item
 * @param {number} by rows
 */
function move(item, by) {
    const list = near(item, '[data-steps]');
    if (!list) {
        return;
    }
    const rows = rowsOf(list);
    const at = rows.indexOf(item);
    const before = by < 0 ? rows[at - 1] : rows[at + 2];
    if (by < 0 ? at > 0 : at + 1 < rows.length) {
        sendMove(item, list.dataset.steps, before?.dataset.step ?? firstAfter(list));
    }
}

/**
 * The first step of the lessons after a list: what is put at the end of the list stands before it.
 *
 * @param {HTMLElement} list
 */
function firstAfter(list) {
    const lessons = all('[data-later]');
    return lessons
        .slice(lessons.findIndex((lesson) => lesson.contains(list)) + 1)
        .map((lesson) => lesson.dataset.first)
        .find((first) => first !== '0');
}

function startSteps() {
    for (const list of all('[data-steps]:not([data-ready])')) {
        list.dataset.ready = 'yes';
        Sortable.create(list, {
            group: 'steps',
            handle: '.grip',
            draggable: '[data-step]',
            animation: 120,
            onEnd: ({ item, to, from, oldIndex, newIndex }) => {
                if (to !== from || oldIndex !== newIndex) {
                    const rows = rowsOf(to);
                    const next = rows[rows.indexOf(item) + 1];
                    sendMove(item, to.dataset.steps, next?.dataset.step ?? firstAfter(to));
                }
            },
        });
    }
    // A lesson's row takes a step that is dropped on it.
    for (const row of all('[data-lesson]:not([data-lesson=""], [data-ready])')) {
        row.dataset.ready = 'yes';
        Sortable.create(row, {
            group: { name: 'lesson-row', put: ['steps'] },
            sort: false,
            draggable: '.none',
            onAdd: ({ item }) => sendMove(item, row.dataset.lesson),
        });
    }
    const wrong = find('.step-form [aria-invalid=true], .step-form [data-wrong]');
    if (wrong) {
        focusAfter = '';
        wrong.scrollIntoView({ block: 'center' });
        wrong.focus({ preventScroll: true });
    } else if (focusAfter !== '') {
        find(`[data-step="${CSS.escape(focusAfter)}"] .step-menu summary`)?.focus();
        focusAfter = '';
    }
}

/**
 * Opens or closes the form of a step, which is loaded when it is opened.
 *
 * @param {HTMLElement} edit what was pressed
 */
async function turnForm(edit) {
    const box = one('#' + edit.getAttribute('aria-controls'));
    near(edit, '.step-menu')?.removeAttribute('open');
    box.hidden = !box.hidden;
    edit.setAttribute('aria-expanded', String(!box.hidden));
    if (!box.hidden) {
        await htmx.ajax('get', edit.getAttribute('href') ?? '', { target: box, swap: 'innerHTML' });
        find('input:not([type=hidden]), select', box)?.focus();
    }
}

document.addEventListener('click', (event) => {
    const { target } = event;
    const item = near(target, STEP);
    const by = near(target, '[data-step] [data-move]')?.dataset.move;
    if (item && by) {
        move(item, Number(by));
    }
    const to = near(target, '[data-step] [data-to]')?.dataset.to;
    if (item && to) {
        sendMove(item, to);
    }
    // One menu at a time.
    for (const menu of all('.step-menu[open]', document, HTMLDetailsElement)) {
        menu.open = target instanceof Node && menu.contains(target);
    }
    const edit = near(target, '[data-edit]');
    if (edit) {
        event.preventDefault();
        turnForm(edit);
    }
    const opens = near(target, '[data-opens]')?.dataset.opens;
    if (opens) {
        find('#' + opens, document, HTMLDialogElement)?.showModal();
    }
    if (near(target, '[data-print]')) {
        window.print();
    }
    if (near(target, '[data-closes]')) {
        near(target, 'dialog', HTMLDialogElement)?.close();
    }
});

// A policy says why as soon as it is chosen.
document.addEventListener('change', ({ target }) => {
    const select = near(target, '.policy select', HTMLSelectElement);
    const policy = near(select, '.policy');
    const why = policy && find('.why', policy);
    if (why) {
        why.textContent = select?.selectedOptions[0]?.dataset.why ?? '';
    }
});

document.addEventListener('keydown', (event) => {
    const { key, target } = event;
    const item = near(target, STEP);
    if (item && event.altKey && (key === 'ArrowUp' || key === 'ArrowDown')) {
        event.preventDefault();
        move(item, key === 'ArrowUp' ? -1 : 1);
        return;
    }
    const menu = near(target, '.step-menu[open]', HTMLDetailsElement);
    if (key === 'Escape' && menu) {
        menu.open = false;
        one('summary', menu).focus();
    }
    if (event.ctrlKey || event.metaKey || event.altKey || near(target, 'input, textarea, select, dialog')) {
        return;
    }
    if (key === '?') {
        find('#keys', document, HTMLDialogElement)?.showModal();
    } else if (key === '/') {
        const search = find('[data-search]');
        if (search) {
            event.preventDefault();
            search.focus();
        }
    } else {
        find(`nav [data-key="${CSS.escape(key)}"]`, document, HTMLElement)?.click();
    }
});

// What a form of filters leaves open does not stand in the address.
onFragment('htmx:configRequest', ({ elt, formData }) => {
    if (elt.matches('[data-filters]')) {
        [...formData.keys()].filter((name) => formData.get(name) === '').forEach((name) => formData.delete(name));
    }
});

// A step that was saved is in view, wherever the new plan has put it.
onFragment('htmx:configRequest', ({ elt }) => {
    focusAfter = elt.dataset.stepForm ?? focusAfter;
});

// The lessons whose steps are shown stay so.
onFragment('htmx:configRequest', ({ verb, parameters }) => {
    if (verb === 'post') {
        const shown = all('[data-later][open]').map((lesson) => lesson.dataset.later);
        parameters.set('shown', shown.join());
    }
});
document.addEventListener('htmx:afterSettle', startSteps);
document.addEventListener('htmx:afterSettle', () => startIncipits(document));
startMenu();
startEntry();
startIncipits(document);
startSteps();
startStepMusic();
startKeptForms();
startMeasureMap();
drawSideBySide();
startQuilt();
startPreview();
startWaiting(document);
