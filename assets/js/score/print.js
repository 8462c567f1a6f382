// On paper the score stands row by row, so that no page ends inside one, with the name of whoever plays from it.
import { score } from './page.js';

/** One row of the score as a picture of its own, with what lies over it. */
function paperRow(overlay, row) {
    const { picture, geometry, over } = overlay;
    const height = row.deep + overlay.px(10);
    const [outer, inner, page, map] = [picture, geometry.inner, geometry.page, over].map((part) =>
        part.cloneNode(false),
    );
    const { width } = picture.viewBox.baseVal;
    outer.removeAttribute('id');
    outer.setAttribute('viewBox', `0 0 ${width} ${(height * width) / geometry.width}`);
    inner.setAttribute('viewBox', `0 0 ${geometry.width} ${height}`);
    page.setAttribute('transform', `translate(${geometry.shift} 0)`);
    const [bands, arcs, tiles, spots] = row.layers.map((layer) => layer.cloneNode(true));
    const system = row.system.cloneNode(true);
    [bands, arcs, tiles, spots].forEach((layer) => layer.removeAttribute('transform'));
    system.setAttribute('transform', `translate(0 ${row.dy})`);
    const under = overlay.under.cloneNode(false);
    under.append(spots);
    map.append(bands, arcs, tiles);
    page.append(under, system, map);
    inner.append(page);
    outer.append(inner);
    return outer;
}

function rowsOnPaper(overlay, stave) {
    const box = stave.cloneNode(false);
    box.removeAttribute('data-stave');
    box.classList.add('print-rows');
    box.setAttribute('aria-hidden', 'true');
    box.append(...overlay.geometry.rows.map((row) => paperRow(overlay, row)));
    return box;
}

export function startPrint() {
    window.addEventListener('beforeprint', () => {
        const part = document.querySelector('[data-print-part]');
        if (!score() || !part) {
            return;
        }
        const chosen = (name) => document.querySelector(`.hands-bar [name=${name}]`);
        const shown = [chosen('instrument'), chosen('part')].find((select) => select?.value);
        part.textContent = shown?.selectedOptions[0].textContent.trim() ?? '';
        const stave = document.querySelector('[data-stave]');
        stave.after(rowsOnPaper(score(), stave));
    });
    window.addEventListener('afterprint', () => {
        document.querySelector('.print-rows')?.remove();
    });
}
