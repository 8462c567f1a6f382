import htmx from 'htmx.org';

// The quilt: a cell is told beside it, arrows go from cell to cell, and a filter is sent as soon as it is changed.

function tellCell(cell) {
    const before = document.getElementById('chosen-cell');
    before?.removeAttribute('aria-current');
    before?.removeAttribute('id');
    cell.setAttribute('aria-current', 'true');
    // By this name the answer to a teacher's word finds the square that changes with it.
    cell.id = 'chosen-cell';
    htmx.ajax('GET', cell.getAttribute('href'), { target: '#skill-panel', swap: 'innerHTML' });
}

/** The cell that an arrow leads to: beside it in its row, or in the next row that has one in its column. */
function neighbor(cell, key) {
    const column = cell.closest('td');
    const at = column.cellIndex;
    const beside = { ArrowLeft: 'previousElementSibling', ArrowRight: 'nextElementSibling' }[key];
    if (beside) {
        return column[beside]?.querySelector('[data-cell]') ?? null;
    }
    const rows = [...cell.closest('table').querySelectorAll('tbody tr:not(.family, .waiting)')];
    const by = key === 'ArrowUp' ? -1 : 1;
    for (let row = rows.indexOf(cell.closest('tr')) + by; rows[row]; row += by) {
        const found = rows[row].cells[at]?.querySelector('[data-cell]');
        if (found) {
            return found;
        }
    }
    return null;
}

export function startQuilt() {
    document.addEventListener('click', (event) => {
        const cell = event.target.closest('[data-quilt] [data-cell]');
        if (cell && !event.ctrlKey && !event.metaKey && !event.shiftKey) {
            event.preventDefault();
            tellCell(cell);
        }
    });
    document.addEventListener('keydown', (event) => {
        const cell = event.target.closest?.('[data-quilt] [data-cell]');
        const next = cell && event.key.startsWith('Arrow') ? neighbor(cell, event.key) : null;
        if (next) {
            event.preventDefault();
            next.focus();
        }
    });
    document.addEventListener('change', ({ target }) => {
        if (target.matches?.('[data-submits]')) {
            target.form?.requestSubmit();
        }
    });
}
