// What lies over the notes, one key each: fingers and letters (where new, all, none), strings, bows, ribbon, hand.

/** @typedef {import('./types.js').Layers} Layers */
/** @typedef {import('./types.js').View} View */

const KEPT_AS = 'lesson-layers';
const WHERE = ['new', 'all', 'none'];

/**
 * As the class's policies say, or as they were left on this device.
 *
 * @param {Partial<Layers>} usual
 * @returns {Layers}
 */
export function readLayers(usual) {
    return /** @type {Layers} */ ({
        ...usual,
        strings: false,
        bows: true,
        ribbon: false,
        hand: false,
        ...JSON.parse(localStorage.getItem(KEPT_AS) ?? '{}'),
    });
}

/** @param {Layers} layers */
export function keepLayers(layers) {
    localStorage.setItem(KEPT_AS, JSON.stringify(layers));
}

/**
 * The next setting of a layer: on and off, or new, all, none, and new again.
 *
 * @template {string|boolean} T
 * @param {T} value
 */
export function turned(value) {
    const at = WHERE.indexOf(String(value));
    return at < 0 ? !value : WHERE[(at + 1) % WHERE.length];
}

/**
 * The notation of a view without the layers that are not wanted.
 *
 * @param {View} view
 * @param {Layers} layers
 */
export function layered({ xml, fresh, verses, card, picture }, layers) {
    if (!card && !picture) {
        return xml;
    }
    const score = new DOMParser().parseFromString(xml, 'application/xml');
    const kept = new Set(fresh);
    const [letters, strings] = [`lyric[number="${verses + 1}"]`, `lyric[number="${verses + 2}"]`];
    thin(score, 'fingering', layers.fingers, kept);
    thin(score, letters, layers.letters, kept);
    if (!layers.strings) {
        drop(score, strings);
    } else if (layers.letters === 'none') {
        score.querySelectorAll(strings).forEach((lyric) => lyric.setAttribute('number', String(verses + 1)));
    }
    if (!layers.bows) {
        drop(score, 'up-bow, down-bow');
    }
    return new XMLSerializer().serializeToString(score);
}

/**
 * @param {Document} score
 * @param {string} selector
 */
function drop(score, selector) {
    score.querySelectorAll(selector).forEach((element) => element.remove());
}

/**
 * @param {Document} score
 * @param {string} selector
 * @param {string} where new, all or none
 * @param {Set<string>} kept ids of notes
 */
function thin(score, selector, where, kept) {
    if (where === 'none') {
        drop(score, selector);
    } else if (where === 'new') {
        score.querySelectorAll(selector).forEach((element) => {
            if (!kept.has(element.closest('note')?.id ?? '')) {
                element.remove();
            }
        });
    }
}
