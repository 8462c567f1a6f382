// A form that is as it was left on this device, on whatever page it stands: what is named in data-kept is kept under that name.
import { all } from './dom.js';

/** @typedef {HTMLInputElement|HTMLSelectElement} Field */

/** @param {HTMLFormElement} form */
const fields = (form) => /** @type {Field[]} */ ([...form.elements].filter((field) => 'name' in field && field.name));

/** @param {HTMLFormElement} form */
function read(form) {
    try {
        return JSON.parse(localStorage.getItem(`form-${form.dataset.kept}`) ?? '{}') ?? {};
    } catch {
        return {};
    }
}

/**
 * Sets what was kept, as far as the form still offers it.
 *
 * @param {HTMLFormElement} form
 */
function restore(form) {
    const kept = read(form);
    for (const field of fields(form)) {
        const value = kept[field.name];
        if (field instanceof HTMLSelectElement) {
            if (field.dataset.part === undefined && [...field.options].some((option) => option.value === value)) {
                field.value = value;
            }
        } else if (field.type === 'checkbox' && typeof value === 'boolean') {
            field.checked = value;
        }
    }
}

/** @param {HTMLFormElement} form */
function keep(form) {
    const values = fields(form).map((field) => [
        field.name,
        field instanceof HTMLInputElement && field.type === 'checkbox' ? field.checked : field.value,
    ]);
    localStorage.setItem(`form-${form.dataset.kept}`, JSON.stringify({ ...read(form), ...Object.fromEntries(values) }));
}

export function startKeptForms() {
    all('form[data-kept]', document, HTMLFormElement).forEach((form) => {
        restore(form);
        form.addEventListener('change', () => keep(form));
    });
}
