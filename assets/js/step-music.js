// The music of a step, beside it: while the pointer or the focus is on its title, or after a tap.
import { layered } from './lesson/layers.js';
import { drawScore } from './notation.js';

/** Milliseconds of a pointer that means it, and of one on its way to the notes. */
const MEANT = 180;
const LEFT = 280;
const WIDEST = 860;

/** @type {Map<string, Promise<object>>} what was asked for once */
const views = new Map();
let shown = null;
let timer = 0;

const box = () => document.getElementById('step-music');

function ask(url) {
    if (!views.has(url)) {
        const answer = fetch(url, { headers: { Accept: 'application/json' } }).then((found) =>
            found.ok ? found.json() : Promise.reject(new Error(String(found.status))),
        );
        answer.catch(() => views.delete(url));
        views.set(url, answer);
    }
    return views.get(url);
}

/** Under its step, or above it where the window ends. */
function place(button) {
    const of = button.closest('li').getBoundingClientRect();
    const width = Math.min(WIDEST, document.documentElement.clientWidth - 32);
    box().style.width = `${width}px`;
    const left = Math.min(button.getBoundingClientRect().left, document.documentElement.clientWidth - width - 16);
    box().style.left = `${left + window.scrollX}px`;
    const { height } = box().getBoundingClientRect();
    const above = of.bottom + height + 8 > window.innerHeight && of.top > height + 8;
    box().style.top = `${(above ? of.top - height - 2 : of.bottom + 2) + window.scrollY}px`;
}

async function open(button) {
    if (shown === button) {
        return;
    }
    close();
    shown = button;
    button.setAttribute('aria-expanded', 'true');
    const stave = box().querySelector('[data-step-stave]');
    stave.textContent = box().dataset.drawing;
    box().hidden = false;
    place(button);
    try {
        const view = await ask(button.dataset.music);
        const xml = layered(view, { ...view.layers, strings: false, bows: false, ribbon: false });
        const target = {
            clientWidth: stave.clientWidth,
            replaceChildren: (picture) => shown === button && stave.replaceChildren(picture),
        };
        const picture = await drawScore(target, xml, false, 44);
        if (shown !== button) {
            return;
        }
        view.outside.forEach((id) => picture.querySelector('#' + CSS.escape(id))?.classList.add('outside'));
        view.landing.forEach((id) => picture.querySelector('#' + CSS.escape(id))?.classList.add('landing'));
        box().querySelector('[data-step-words]').textContent = view.text
            .map(({ number, notes }) => `${number}: ${notes.join(' · ')}`)
            .join('; ');
        place(button);
    } catch {
        if (shown === button) {
            stave.textContent = box().dataset.failed;
        }
    }
}

function close() {
    clearTimeout(timer);
    shown?.setAttribute('aria-expanded', 'false');
    shown = null;
    if (box()) {
        box().hidden = true;
    }
}

const titleAt = (target) => target.closest?.('[data-music]') ?? null;

export function startStepMusic() {
    if (!box()) {
        return;
    }
    document.addEventListener('pointerover', ({ target, pointerType }) => {
        if (pointerType === 'touch') {
            return;
        }
        const button = titleAt(target);
        if (button || target.closest?.('#step-music')) {
            clearTimeout(timer);
        }
        if (button && button !== shown) {
            timer = setTimeout(() => open(button), MEANT);
        }
    });
    document.addEventListener('pointerout', ({ target, relatedTarget }) => {
        const from = titleAt(target) ?? target.closest?.('#step-music');
        if (from && !from.contains(relatedTarget) && document.activeElement !== shown) {
            clearTimeout(timer);
            timer = setTimeout(close, LEFT);
        }
    });
    document.addEventListener('focusin', ({ target }) => (titleAt(target) ? open(titleAt(target)) : shown && close()));
    document.addEventListener('click', ({ target }) => {
        const button = titleAt(target);
        if (button) {
            open(button);
        } else if (!target.closest?.('#step-music')) {
            close();
        }
    });
    document.addEventListener('keydown', ({ key }) => key === 'Escape' && close());
    // Another list of steps: the one that was shown may be gone.
    document.addEventListener('htmx:afterSettle', () => shown && !shown.isConnected && close());
}
