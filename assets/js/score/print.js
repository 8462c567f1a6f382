// On paper the score stands row by row, so that no page ends inside one, with the name of whoever plays from it.
import { find, one } from '../dom.js';
import { score } from './page.js';

/** @typedef {import('./overlay.js').Overlay} Overlay */

/**
 * The same without what is in it, or with all of it.
 *
 * @template {Element} T
 * @param {T} element
 */
const copy = (element, whole = false) => /** @type {T} */ (element.cloneNode(whole));

/**
 * One row of the score as a picture of its own, with what lies over it.
 *
 * @param {Overlay} overlay
 * @param {import('./geometry.js').Row} row
 */
function paperRow(overlay, row) {
    const { picture, geometry, over } = overlay;
    const height = row.deep + overlay.layout.px(10);
    const [outer, inner, page, map] = [picture, geometry.inner, geometry.page, over].map((part) => copy(part));
    const { width } = picture.viewBox.baseVal;
    outer.removeAttribute('id');
    outer.setAttribute('viewBox', `0 0 ${width} ${(height * width) / geometry.width}`);
    inner.setAttribute('viewBox', `0 0 ${geometry.width} ${height}`);
    page.setAttribute('transform', `translate(${geometry.shift} 0)`);
    const [bands, arcs, tiles, spots] = row.layers.map((layer) => copy(layer, true));
    const system = copy(row.system, true);
    [bands, arcs, tiles, spots].forEach((layer) => layer.removeAttribute('transform'));
    system.setAttribute('transform', `translate(0 ${row.dy})`);
    const under = copy(overlay.under);
    under.append(spots);
    map.append(bands, arcs, tiles);
    page.append(under, system, map);
    inner.append(page);
    outer.append(inner);
    return outer;
}

/**
 * @param {Overlay} overlay
 * @param {HTMLElement} stave
 */
function rowsOnPaper(overlay, stave) {
    const box = copy(stave);
    box.removeAttribute('data-stave');
    box.classList.add('print-rows');
    box.setAttribute('aria-hidden', 'true');
    box.append(...overlay.geometry.rows.map((row) => paperRow(overlay, row)));
    return box;
}

export function startPrint() {
    window.addEventListener('beforeprint', () => {
        const part = find('[data-print-part]');
        const overlay = score();
        if (!overlay || !part) {
            return;
        }
        const shown = ['instrument', 'part']
            .map((name) => find(`.hands-bar [name=${name}]`, document, HTMLSelectElement))
            .find((select) => select?.value);
        part.textContent = shown?.selectedOptions[0].textContent?.trim() ?? '';
        const stave = one('[data-stave]');
        stave.after(rowsOnPaper(overlay, stave));
    });
    window.addEventListener('afterprint', () => find('.print-rows')?.remove());
}
