// Elements of a picture, with their attributes.
const SVG = 'http://www.w3.org/2000/svg';

/** @typedef {Record<string, string|number>} Attributes */

/**
 * @template {keyof SVGElementTagNameMap} N
 * @param {N} name
 * @param {Attributes} attributes
 * @param {Element} [parent]
 * @param {string} [text] words that it holds: they stand apart from others, and are read apart
 */
export function element(name, attributes, parent, text) {
    const made = document.createElementNS(SVG, name);
    Object.entries(attributes).forEach(([key, value]) => made.setAttribute(key, String(value)));
    parent?.append(made);
    if (text !== undefined) {
        made.textContent = text;
        parent?.append(' ');
    }
    return made;
}
