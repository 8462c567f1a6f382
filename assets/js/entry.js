// A line that is being typed: the field grows with it, its notation is drawn whole, the measure under the caret is lit in both, and a music
// keyboard types into it. What is typed for a key is told by the server.
import { all, find, near, one } from './dom.js';
import { drawScore } from './notation.js';
import { startKeyboard } from './keyboard.js';

const field = () => one('[data-typed]', document, HTMLTextAreaElement);
const preview = () => find('[data-engrave]');

let engraving = 0;

/** Notation of the line; while the next is drawn, the last one stays. */
async function engrave() {
    const box = preview();
    if (!box || box.dataset.drawn) {
        return;
    }
    const mine = ++engraving;
    box.dataset.drawn = 'yes';
    try {
        await drawScore(
            {
                get clientWidth() {
                    return box.clientWidth;
                },
                /** @param {Element} picture */
                replaceChildren: (picture) => mine === engraving && box.replaceChildren(picture),
            },
            box.dataset.engrave ?? '',
            false,
        );
        light();
    } catch (error) {
        console.error(error);
        box.textContent = box.dataset.failed ?? '';
    }
}

/** As high as what stands in it; the style says how high that may be. */
function grow() {
    const box = field();
    box.style.height = 'auto';
    box.style.height = `${box.scrollHeight + box.offsetHeight - box.clientHeight}px`;
}

/** Line and column, from 1, of the caret; in characters, as the server counts them. */
function caretPlace() {
    const before = field().value.slice(0, field().selectionStart);
    const lines = before.split('\n');
    return [lines.length, Array.from(lines[lines.length - 1]).length + 1];
}

/**
 * The place in the text at which a measure begins.
 *
 * @param {HTMLElement} count its count of beats
 */
function placeOf({ dataset }) {
    const lines = field().value.split('\n').slice(0, Number(dataset.line));
    const start = lines.slice(0, -1).reduce((sum, line) => sum + line.length + 1, 0);
    return (
        start +
        Array.from(lines[lines.length - 1] ?? '')
            .slice(0, Number(dataset.column) - 1)
            .join('').length
    );
}

const counts = () => all('.beat-counts li');

/** Measures of the notation. */
function measuresDrawn() {
    const box = preview();
    return box ? all('g.measure', box, SVGGElement) : [];
}

/** Lights the measure in which the caret stands, in its counts and in the notation, and keeps it in sight. */
function light() {
    const [line, column] = caretPlace();
    const at = counts().findLastIndex(
        ({ dataset }) =>
            Number(dataset.line) < line || (Number(dataset.line) === line && Number(dataset.column) <= column),
    );
    const lit = document.activeElement === field() && counts().length > 0 ? Math.max(0, at) : -1;
    counts().forEach((count, index) => count.toggleAttribute('data-lit', index === lit));
    const measures = measuresDrawn();
    measures.forEach((measure, index) => measure.classList.toggle('lit', index === lit));
    const box = measures[lit]?.getBoundingClientRect();
    const top = find('.entry-line')?.getBoundingClientRect().bottom ?? 0;
    if (box && (box.bottom > window.innerHeight || box.top < top)) {
        const over = box.bottom > window.innerHeight ? box.bottom - window.innerHeight + 20 : box.top - top - 20;
        window.scrollBy({ top: over, behavior: 'instant' });
    }
}

/**
 * Puts another line into the field, as if it had been typed.
 *
 * @param {string} text
 * @param {number} caret
 */
function write(text, caret) {
    const box = field();
    box.value = text;
    box.setSelectionRange(caret, caret);
    box.dispatchEvent(new Event('input', { bubbles: true }));
}

/** @param {number} index of a measure */
function toMeasure(index) {
    const count = counts()[index];
    if (count) {
        const at = placeOf(count);
        field().focus();
        field().setSelectionRange(at, at);
        light();
    }
}

/**
 * The measure that lies nearest to a point of the window: between its lines there is nothing to be hit.
 *
 * @param {number} x
 * @param {number} y
 */
function measureAt(x, y) {
    const away = measuresDrawn().map((measure) => {
        const { left, right, top, bottom } = measure.getBoundingClientRect();
        return Math.max(left - x, x - right, 0) + 3 * Math.max(top - y, y - bottom, 0);
    });
    return away.indexOf(Math.min(...away));
}

export function startEntry() {
    document.addEventListener('htmx:afterSettle', engrave);
    engrave();
    const box = find('[data-typed]', document, HTMLTextAreaElement);
    if (!box) {
        return;
    }
    grow();
    box.addEventListener('input', grow);
    document.addEventListener('selectionchange', () => document.activeElement === box && light());
    box.addEventListener('blur', light);
    document.addEventListener('click', ({ target, clientX, clientY }) => {
        const example = near(target, '[data-example]')?.dataset.example;
        if (example) {
            box.focus();
            write(example, example.length);
        }
        if (near(target, '[data-engrave] svg')) {
            toMeasure(measureAt(clientX, clientY));
        }
        const count = near(target, '.beat-counts li');
        if (count) {
            toMeasure(counts().indexOf(count));
        }
    });
    startKeyboard(box, write);
}
