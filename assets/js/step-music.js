// The music of a step, beside it: while the pointer or the focus is on its title, or after a tap.
import { find, near, one } from './dom.js';
import { layered } from './lesson/layers.js';
import { drawScore } from './notation.js';

/** Milliseconds of a pointer that means it, and of one on its way to the notes. */
const MEANT = 180;
const LEFT = 280;
const WIDEST = 860;

/** @typedef {import('./lesson/types.js').View & {layers: import('./lesson/types.js').Layers}} StepView */

/** @type {Map<string, Promise<StepView>>} what was asked for once */
const views = new Map();
/** @type {HTMLElement|null} */
let shown = null;
let timer = 0;

const box = () => one('#step-music');

/**
 * @param {string} url
 * @returns {Promise<StepView>}
 */
async function load(url) {
    const found = await fetch(url, { headers: { Accept: 'application/json' } });
    if (!found.ok) {
        throw new Error(String(found.status));
    }
    return found.json();
}

/** @param {string} url */
function ask(url) {
    const asked = views.get(url) ?? load(url);
    views.set(url, asked);
    asked.catch(() => views.delete(url));
    return asked;
}

/**
 * Under its step, or above it where the window ends.
 *
 * @param {HTMLElement} button
 */
function place(button) {
    const of = (near(button, 'li') ?? button).getBoundingClientRect();
    const width = Math.min(WIDEST, document.documentElement.clientWidth - 32);
    box().style.width = `${width}px`;
    const left = Math.min(button.getBoundingClientRect().left, document.documentElement.clientWidth - width - 16);
    box().style.left = `${left + window.scrollX}px`;
    const { height } = box().getBoundingClientRect();
    const above = of.bottom + height + 8 > window.innerHeight && of.top > height + 8;
    box().style.top = `${(above ? of.top - height - 2 : of.bottom + 2) + window.scrollY}px`;
}

/** @param {HTMLElement} button */
async function open(button) {
    if (shown === button) {
        return;
    }
    close();
    shown = button;
    button.setAttribute('aria-expanded', 'true');
    const stave = one('[data-step-stave]', box());
    stave.textContent = box().dataset.drawing ?? '';
    box().hidden = false;
    place(button);
    try {
        const view = await ask(button.dataset.music ?? '');
        const xml = layered(view, { ...view.layers, strings: false, bows: false, ribbon: false });
        const target = {
            clientWidth: stave.clientWidth,
            /** @param {Element} picture */
            replaceChildren: (picture) => shown === button && stave.replaceChildren(picture),
        };
        const picture = await drawScore(target, xml, false, 44);
        if (shown !== button) {
            return;
        }
        view.outside.forEach((id) => picture.querySelector('#' + CSS.escape(id))?.classList.add('outside'));
        view.landing.forEach((id) => picture.querySelector('#' + CSS.escape(id))?.classList.add('landing'));
        one('[data-step-words]', box()).textContent = view.text
            .map(({ number, notes }) => `${number}: ${notes.join(' · ')}`)
            .join('; ');
        place(button);
    } catch (error) {
        console.error(error);
        if (shown === button) {
            stave.textContent = box().dataset.failed ?? '';
        }
    }
}

function close() {
    clearTimeout(timer);
    shown?.setAttribute('aria-expanded', 'false');
    shown = null;
    box().hidden = true;
}

/** @param {EventTarget|null} target */
const titleAt = (target) => near(target, '[data-music]');

export function startStepMusic() {
    if (!find('#step-music')) {
        return;
    }
    document.addEventListener('pointerover', ({ target, pointerType }) => {
        if (pointerType === 'touch') {
            return;
        }
        const button = titleAt(target);
        if (button || near(target, '#step-music')) {
            clearTimeout(timer);
        }
        if (button && button !== shown) {
            timer = setTimeout(() => open(button), MEANT);
        }
    });
    document.addEventListener('pointerout', ({ target, relatedTarget }) => {
        const from = titleAt(target) ?? near(target, '#step-music');
        const stays = relatedTarget instanceof Node && from?.contains(relatedTarget);
        if (from && !stays && document.activeElement !== shown) {
            clearTimeout(timer);
            timer = setTimeout(close, LEFT);
        }
    });
    document.addEventListener('focusin', ({ target }) => {
        const button = titleAt(target);
        if (button) {
            open(button);
        } else if (shown) {
            close();
        }
    });
    document.addEventListener('click', ({ target }) => {
        const button = titleAt(target);
        if (button) {
            open(button);
        } else if (!near(target, '#step-music')) {
            close();
        }
    });
    document.addEventListener('keydown', ({ key }) => key === 'Escape' && close());
    // Another list of steps: the one that was shown may be gone.
    document.addEventListener('htmx:afterSettle', () => shown && !shown.isConnected && close());
}
