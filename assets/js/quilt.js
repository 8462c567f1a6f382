// The quilt: a cell is told beside it, arrows go from cell to cell, and a filter is sent as soon as it is changed.
import htmx from 'htmx.org';
import { all, find, near } from './dom.js';

const CELL = '[data-quilt] [data-cell]';

/** @param {HTMLElement} cell */
function tellCell(cell) {
    const before = document.getElementById('chosen-cell');
    before?.removeAttribute('aria-current');
    before?.removeAttribute('id');
    cell.setAttribute('aria-current', 'true');
    // By this name the answer to a teacher's word finds the square that changes with it.
    cell.id = 'chosen-cell';
    htmx.ajax('get', cell.getAttribute('href') ?? '', { target: '#skill-panel', swap: 'innerHTML' });
}

/**
 * The cell that an arrow leads to: beside it in its row, or in the next row that has one in its column.
 *
 * @param {HTMLElement} cell
 * @param {string} key
 */
function neighbor(cell, key) {
    const column = near(cell, 'td', HTMLTableCellElement);
    const table = near(cell, 'table');
    if (!column || !table) {
        return null;
    }
    if (key === 'ArrowLeft' || key === 'ArrowRight') {
        const beside = key === 'ArrowLeft' ? column.previousElementSibling : column.nextElementSibling;
        return beside && find('[data-cell]', beside);
    }
    const rows = all('tbody tr:not(.family, .waiting)', table, HTMLTableRowElement);
    const by = key === 'ArrowUp' ? -1 : 1;
    for (let row = rows.findIndex((one) => one.contains(cell)) + by; rows[row]; row += by) {
        const below = rows[row].cells[column.cellIndex];
        const found = below && find('[data-cell]', below);
        if (found) {
            return found;
        }
    }
    return null;
}

export function startQuilt() {
    document.addEventListener('click', (event) => {
        const cell = near(event.target, CELL);
        if (cell && !event.ctrlKey && !event.metaKey && !event.shiftKey) {
            event.preventDefault();
            tellCell(cell);
        }
    });
    document.addEventListener('keydown', (event) => {
        const cell = near(event.target, CELL);
        const next = cell && event.key.startsWith('Arrow') ? neighbor(cell, event.key) : null;
        if (next) {
            event.preventDefault();
            next.focus();
        }
    });
    document.addEventListener('change', ({ target }) => {
        const input = near(target, '[data-submits]');
        near(input, 'form', HTMLFormElement)?.requestSubmit();
    });
}
