// The sheets that the stave of a lesson shows: what a part sees of a step, with the layers that are wanted.
import { drawRibbon, ROOM } from '../bow-ribbon.js';
import { drawInBox, fitInBox } from '../notation.js';
import { layered } from './layers.js';

/** @typedef {import('./types.js').Layers} Layers */
/** @typedef {import('./types.js').Sheet} Sheet */
/** @typedef {import('./types.js').View} View */

/** Share of the height that the notes may take where a ribbon stands below them. */
const WITH_RIBBON = 0.78;

/**
 * @param {View} view
 * @param {Layers} layers
 * @param {string[]} leftOut ids of notes that are not played in the version that was chosen
 * @returns {Sheet}
 */
export function sheetOf(view, layers, leftOut = []) {
    return {
        xml: layered(view, layers),
        marks: { outside: [...view.outside, ...leftOut], landing: view.landing },
        ribbon: layers.ribbon && view.ribbon?.strokes.length ? view.ribbon : null,
    };
}

/**
 * @param {Sheet} sheet
 * @param {() => boolean} stale
 */
const options = ({ ribbon }, stale) => ({
    stale,
    ...(ribbon ? { more: { spacingSystem: ROOM }, room: WITH_RIBBON } : {}),
});

/**
 * @param {Element} box
 * @param {Sheet} sheet
 * @param {() => boolean} stale
 */
export async function draw(box, sheet, stale) {
    const picture = await drawInBox(box, sheet.xml, sheet.marks, options(sheet, stale));
    if (picture && sheet.ribbon) {
        drawRibbon(picture, sheet.ribbon);
    }
    return picture !== null;
}

/**
 * @param {Element} box in which it is shown later
 * @param {Sheet} sheet
 * @param {() => boolean} stale
 */
export const engraveAhead = (box, sheet, stale) => fitInBox(box, sheet.xml, options(sheet, stale));
