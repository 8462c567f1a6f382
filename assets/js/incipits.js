// The beginning of each piece in a list, engraved as its row comes into sight and kept by the browser under the piece's hash.
import { all, near } from './dom.js';
import { drawIncipit, keptIncipit } from './notation.js';

/** Milliseconds in which rows that come into sight are asked for together. */
const TOGETHER = 60;

/** @type {Set<HTMLElement>} */
const waiting = new Set();
let timer = 0;

async function ask() {
    const cells = [...waiting];
    waiting.clear();
    /** @type {HTMLElement[]} */
    const unknown = [];
    for (const cell of cells) {
        const kept = await keptIncipit(cell.dataset.hash ?? '');
        if (kept) {
            show(cell, kept);
        } else {
            unknown.push(cell);
        }
    }
    if (unknown.length === 0) {
        return;
    }
    const url = new URL(near(unknown[0], '[data-incipits]')?.dataset.incipits ?? '', location.href);
    url.searchParams.set('pieces', unknown.map((cell) => cell.dataset.incipit).join(','));
    const begins = await (await fetch(url)).json();
    const answered = unknown.filter((cell) => (cell.dataset.incipit ?? '') in begins);
    // What did not fit into the answer is asked for again, as long as there are answers.
    if (answered.length > 0 && answered.length < unknown.length) {
        unknown.filter((cell) => !answered.includes(cell)).forEach((cell) => waiting.add(cell));
        timer = setTimeout(() => ask().catch(() => {}), TOGETHER);
    }
    for (const cell of answered) {
        const of = begins[cell.dataset.incipit ?? ''];
        if (of) {
            show(cell, await drawIncipit(cell.dataset.hash ?? '', of.xml, of.text));
        }
    }
}

/**
 * @param {HTMLElement} cell
 * @param {{picture: SVGElement, text: string}} begins
 */
function show(cell, { picture, text }) {
    cell.replaceChildren(picture);
    cell.setAttribute('role', 'img');
    cell.setAttribute('aria-label', cell.dataset.begins?.replace('%notes%', text) ?? text);
}

const seen = new IntersectionObserver(
    (entries) => {
        for (const { target, isIntersecting } of entries) {
            if (isIntersecting && target instanceof HTMLElement) {
                seen.unobserve(target);
                waiting.add(target);
            }
        }
        clearTimeout(timer);
        // A list without its pictures is still a list.
        timer = setTimeout(() => ask().catch(() => {}), TOGETHER);
    },
    { rootMargin: '200px' },
);

/** @param {ParentNode} page */
export function startIncipits(page) {
    all('[data-incipit]:not([data-watched])', page).forEach((cell) => {
        cell.dataset.watched = 'yes';
        seen.observe(cell);
    });
}
