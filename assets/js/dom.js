// What stands on a page, found with its kind, so that nobody has to guess what an element can do.

/**
 * @template {Element} T
 * @typedef {{new (): T}} Kind
 */

/**
 * What may be there; none where it is not, or is of another kind.
 *
 * @template {Element} [T=HTMLElement]
 * @param {string} selector
 * @param {ParentNode} root
 * @param {Kind<T>} kind
 * @returns {T|null}
 */
export function find(selector, root = document, kind = anyOf()) {
    const found = root.querySelector(selector);
    return found instanceof kind ? found : null;
}

/**
 * What has to be there.
 *
 * @template {Element} [T=HTMLElement]
 * @param {string} selector
 * @param {ParentNode} root
 * @param {Kind<T>} kind
 * @returns {T}
 */
export function one(selector, root = document, kind = anyOf()) {
    const found = find(selector, root, kind);
    if (found === null) {
        throw new Error(`The page has no ${selector}.`);
    }
    return found;
}

/**
 * @template {Element} [T=HTMLElement]
 * @param {string} selector
 * @param {ParentNode} root
 * @param {Kind<T>} kind
 * @returns {T[]}
 */
export function all(selector, root = document, kind = anyOf()) {
    return /** @type {T[]} */ ([...root.querySelectorAll(selector)].filter((found) => found instanceof kind));
}

/**
 * What an event is about: the element itself, or the nearest one around it.
 *
 * @template {Element} [T=HTMLElement]
 * @param {EventTarget|null} target
 * @param {string} selector
 * @param {Kind<T>} kind
 * @returns {T|null}
 */
export function near(target, selector, kind = anyOf()) {
    const found = target instanceof Element ? target.closest(selector) : null;
    return found instanceof kind ? found : null;
}

/**
 * The fields of a form that are called so: each has a value.
 *
 * @param {HTMLFormElement} form
 * @param {string} name
 */
export function field(form, name) {
    const found = form.elements.namedItem(name);
    if (
        found instanceof HTMLInputElement ||
        found instanceof HTMLSelectElement ||
        found instanceof HTMLTextAreaElement
    ) {
        return found;
    }
    throw new Error(`The form has no field ${name}.`);
}

/**
 * An address in which names stand in braces.
 *
 * @param {string} template
 * @param {Record<string, string|number>} values
 */
export function fill(template, values) {
    return template.replace(/\{(\w+)\}/g, (_, name) => encodeURIComponent(values[name] ?? ''));
}

/**
 * What the exchange of fragments tells of itself.
 *
 * @param {string} name of the event
 * @param {(detail: any, target: Element) => void} told
 */
export function onFragment(name, told) {
    document.addEventListener(name, (event) =>
        told(/** @type {CustomEvent} */ (event).detail, /** @type {Element} */ (event.target)),
    );
}

/**
 * HTML and SVG alike: both have data, styles and focus.
 *
 * @template {Element} T
 * @returns {Kind<T>}
 */
function anyOf() {
    return /** @type {Kind<T>} */ (/** @type {unknown} */ (Element));
}
