import htmx from 'htmx.org';
import Sortable from 'sortablejs';
import { drawInWidth } from './notation.js';
import { drawSideBySide } from './hands.js';
import { startMeasureMap } from './measure-map.js';
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
document.addEventListener('htmx:responseError', () => tell(document.body.dataset.failed));
document.addEventListener('htmx:sendError', () => tell(document.body.dataset.offline));

function tell(message) {
    const box = document.querySelector('[data-messages]');
    const line = document.createElement('div');
    line.className = 'said error';
    line.textContent = message;
    box?.replaceChildren(line);
    box?.scrollIntoView({ block: 'nearest' });
}

// Steps: dragged by their grips, or moved by the buttons and Alt with the arrows; either way the new order is sent.
function sendOrder(list) {
    const form = document.querySelector('[data-order-form]');
    form.querySelector('[name=order]').value = [...list.children].map((item) => item.dataset.step).join(',');
    htmx.trigger(form, 'submit');
}

let focusAfter = null;
function move(item, by) {
    const list = item.parentElement;
    const other = by < 0 ? item.previousElementSibling : item.nextElementSibling;
    if (!other) {
        return;
    }
    list.insertBefore(item, by < 0 ? other : other.nextElementSibling);
    focusAfter = { step: item.dataset.step, by };
    sendOrder(list);
}

function startSteps() {
    const list = document.querySelector('[data-steps]');
    if (list && !list.dataset.ready) {
        list.dataset.ready = 'yes';
        Sortable.create(list, {
            handle: '.grip',
            animation: 120,
            onEnd: ({ oldIndex, newIndex }) => oldIndex !== newIndex && sendOrder(list),
        });
    }
    if (focusAfter) {
        const item = document.querySelector(`[data-step="${focusAfter.step}"]`);
        (
            item?.querySelector(`[data-move="${focusAfter.by}"]:not(:disabled)`) ??
            item?.querySelector('[data-move]:not(:disabled)')
        )?.focus();
        focusAfter = null;
    }
}

document.addEventListener('click', (event) => {
    const button = event.target.closest('[data-move]');
    if (button) {
        move(button.closest('[data-step]'), Number(button.dataset.move));
    }
    const edit = event.target.closest('[data-edit]');
    if (edit) {
        event.preventDefault();
        const box = document.getElementById(edit.getAttribute('aria-controls'));
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

// Notation of a line that is being typed; while the next is drawn, the last one stays.
let engraving = 0;
async function engrave() {
    const box = document.querySelector('[data-engrave]');
    if (!box || box.dataset.drawn) {
        return;
    }
    const mine = ++engraving;
    box.dataset.drawn = 'yes';
    try {
        await drawInWidth(
            {
                get clientWidth() {
                    return box.clientWidth;
                },
                replaceChildren: (picture) => mine === engraving && box.replaceChildren(picture),
            },
            box.dataset.engrave,
            46,
        );
    } catch {
        box.textContent = box.dataset.failed;
    }
}

document.addEventListener('htmx:afterSettle', startSteps);
document.addEventListener('htmx:afterSettle', engrave);
engrave();
startSteps();
startMeasureMap();
drawSideBySide();
startWaiting(document);
