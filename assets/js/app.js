import htmx from 'htmx.org';
import Sortable from 'sortablejs';
import { startEntry } from './entry.js';
import { drawSideBySide } from './hands.js';
import { startIncipits } from './incipits.js';
import { startMeasureMap } from './measure-map.js';
import { startQuilt } from './quilt.js';
import { startPreview } from './score/preview.js';
import { startStepMusic } from './step-music.js';
import { startWaiting } from './waiting.js';

htmx.config.allowEval = false;
htmx.config.includeIndicatorStyles = false;
htmx.config.selfRequestsOnly = true;
htmx.config.historyCacheSize = 0;
// A refusal carries the page as it is, with the reason: it is shown like any other answer.
htmx.config.responseHandling = [
    { code: '204', swap: false },
    { code: '[23]..', swap: true },
    { code: '(409|422)', swap: true },
    { code: '...', swap: false, error: true },
];

const token = document.querySelector('meta[name=csrf-token]')?.content ?? '';
document.addEventListener('htmx:configRequest', ({ detail }) => {
    detail.headers['X-CSRF-Token'] = token;
});
document.addEventListener('htmx:responseError', ({ detail }) => {
    tell([429, 503].includes(detail.xhr.status) ? document.body.dataset.busy : document.body.dataset.failed);
});
document.addEventListener('htmx:sendError', () => tell(document.body.dataset.offline));

function tell(message) {
    const box = document.querySelector('[data-messages]');
    const line = document.createElement('div');
    line.className = 'said error';
    line.textContent = message;
    box?.replaceChildren(line);
    box?.scrollIntoView({ block: 'nearest' });
}

// Steps: dragged by their grips, also from lesson to lesson, or moved by the buttons and Alt with the arrows; either way it is told before
// which step, and in which lesson, a step is wanted.
const rowsOf = (list) => [...list.querySelectorAll(':scope > [data-step]')];

let focusAfter = null;
function sendMove(item, lesson, before) {
    const form = document.querySelector('[data-move-form]');
    form.elements.step.value = item.dataset.step;
    form.elements.lesson.value = lesson;
    form.elements.before.value = before ?? '';
    focusAfter = item.dataset.step;
    htmx.trigger(form, 'submit');
}

function move(item, by) {
    const list = item.closest('[data-steps]');
    const rows = rowsOf(list);
    const at = rows.indexOf(item);
    const before = by < 0 ? rows[at - 1] : rows[at + 2];
    if (by < 0 ? at > 0 : at + 1 < rows.length) {
        sendMove(item, list.dataset.steps, before?.dataset.step ?? firstAfter(list));
    }
}

/** The first step of the lessons after a list: what is put at the end of the list stands before it. */
function firstAfter(list) {
    const lessons = [...document.querySelectorAll('[data-later]')];
    return lessons
        .slice(lessons.indexOf(list.closest('[data-later]')) + 1)
        .map((lesson) => lesson.dataset.first)
        .find((first) => first !== '0');
}

function startSteps() {
    for (const list of document.querySelectorAll('[data-steps]:not([data-ready])')) {
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
    for (const row of document.querySelectorAll('[data-lesson]:not([data-lesson=""], [data-ready])')) {
        row.dataset.ready = 'yes';
        Sortable.create(row, {
            group: { name: 'lesson-row', put: ['steps'] },
            sort: false,
            draggable: '.none',
            onAdd: ({ item }) => sendMove(item, row.dataset.lesson),
        });
    }
    if (focusAfter) {
        const item = document.querySelector(`[data-step="${CSS.escape(focusAfter)}"]`);
        item?.querySelector('.step-menu summary')?.focus();
        focusAfter = null;
    }
}

document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-step] [data-move]');
    if (button) {
        move(button.closest('[data-step]'), Number(button.dataset.move));
    }
    const to = event.target.closest('[data-step] [data-to]');
    if (to) {
        sendMove(to.closest('[data-step]'), to.dataset.to);
    }
    // One menu at a time.
    for (const menu of document.querySelectorAll('.step-menu[open]')) {
        if (!menu.contains(event.target)) {
            menu.open = false;
        }
    }
    const edit = event.target.closest('[data-edit]');
    if (edit) {
        event.preventDefault();
        const box = document.getElementById(edit.getAttribute('aria-controls'));
        edit.closest('.step-menu')?.removeAttribute('open');
        box.hidden = !box.hidden;
        edit.setAttribute('aria-expanded', String(!box.hidden));
        if (!box.hidden) {
            htmx.ajax('GET', edit.getAttribute('href'), { target: box, swap: 'innerHTML' }).then(() =>
                box.querySelector('input:not([type=hidden]), select')?.focus(),
            );
        }
    }
    const opener = event.target.closest('[data-opens]');
    if (opener) {
        document.getElementById(opener.dataset.opens)?.showModal();
    }
    if (event.target.closest('[data-print]')) {
        window.print();
    }
    if (event.target.closest('[data-closes]')) {
        event.target.closest('dialog')?.close();
    }
});

// A policy says why as soon as it is chosen.
document.addEventListener('change', ({ target }) => {
    const why = target.matches?.('.policy select') ? target.closest('.policy').querySelector('.why') : null;
    if (why) {
        why.textContent = target.selectedOptions[0]?.dataset.why ?? '';
    }
});

document.addEventListener('keydown', (event) => {
    const item = event.target.closest?.('[data-step]');
    if (item && event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
        event.preventDefault();
        move(item, event.key === 'ArrowUp' ? -1 : 1);
        return;
    }
    if (event.key === 'Escape') {
        const menu = event.target.closest?.('.step-menu[open]');
        if (menu) {
            menu.open = false;
            menu.querySelector('summary').focus();
        }
    }
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.closest?.('input, textarea, select, dialog')) {
        return;
    }
    if (event.key === '?') {
        document.getElementById('keys')?.showModal();
    } else if (event.key === '/') {
        const search = document.querySelector('[data-search]');
        if (search) {
            event.preventDefault();
            search.focus();
        }
    } else {
        document.querySelector(`nav [data-key="${CSS.escape(event.key)}"]`)?.click();
    }
});

// What a form of filters leaves open does not stand in the address.
document.addEventListener('htmx:configRequest', ({ detail }) => {
    if (detail.elt.matches('[data-filters]')) {
        [...detail.formData.keys()]
            .filter((name) => detail.formData.get(name) === '')
            .forEach((name) => detail.formData.delete(name));
    }
});

// The lessons whose steps are shown stay so.
document.addEventListener('htmx:configRequest', ({ detail }) => {
    if (detail.verb === 'post') {
        detail.parameters.set(
            'shown',
            [...document.querySelectorAll('[data-later][open]')].map((lesson) => lesson.dataset.later).join(),
        );
    }
});
document.addEventListener('htmx:afterSettle', startSteps);
document.addEventListener('htmx:afterSettle', () => startIncipits(document));
startEntry();
startIncipits(document);
startSteps();
startStepMusic();
startMeasureMap();
drawSideBySide();
startQuilt();
startPreview();
startWaiting(document);
