// The form of a cut: one change at a time, each answered by the map anew.
import { field, find, near, one, onFragment } from './dom.js';

/** @typedef {{position: number, beat: number}} Place of a score, by measure and beat */

/**
 * What had the focus when a change was sent, so that the keys stay where they were.
 *
 * @type {string|null}
 */
let after = null;
/** Changes that wait until the one before is answered: keys are pressed faster than that. */
let busy = false;
/** @type {[string, Place|null, string|null][]} */
const waiting = [];
const TURNS = ['undo', 'redo'];
const MOST_WAITING = 40;

export const tools = () => find('[data-map-tools]', document, HTMLFormElement);

/**
 * Sends a change of the chosen chunk, at a place if one is given.
 *
 * @param {string} what
 * @param {Place|null} place
 * @param {string|null} from what has the focus afterwards
 */
export function send(what, place = null, from = 'arc') {
    if (busy) {
        if (waiting.length < MOST_WAITING) {
            waiting.push([what, place, from]);
        }
        return;
    }
    const form = tools();
    // Undo and redo name the change that was seen last: their buttons know it.
    const selector = TURNS.includes(what)
        ? `#turns [value^="${what} "]`
        : `[data-map-tools] [name=do][value="${what}"]`;
    const button = find(selector, document, HTMLButtonElement);
    if (!form || !button || button.disabled) {
        return;
    }
    busy = true;
    putPlace(form, place);
    after = from;
    button.click();
}

/**
 * @param {HTMLFormElement} form
 * @param {Place|null} place
 */
function putPlace(form, place) {
    field(form, 'position').value = String(place?.position ?? '');
    field(form, 'beat').value = String(place?.beat ?? '');
}

/** What a button of the cut asks for goes with it: where the cut is made, and that it is this button. */
function onButton(/** @type {MouseEvent} */ event, /** @type {() => Place|null} */ splitPlace) {
    const button = near(
        event.target,
        '[data-map-tools] button[name=do], button[form=cut-form][name=do]',
        HTMLButtonElement,
    );
    const form = tools();
    if (!button || !form) {
        return;
    }
    const outside = one('[data-outside]', form, HTMLInputElement);
    outside.disabled = button.getAttribute('form') === null;
    outside.name = 'do';
    outside.value = button.value;
    if (event.detail === 0 && document.activeElement !== button) {
        return;
    }
    after ??= button.value;
    if (button.matches('[data-needs-choice]')) {
        field(form, 'numbers').value = '';
    }
    if (!['start-at', 'end-at', 'split'].includes(button.value)) {
        field(form, 'position').value = '';
    } else if (button.value === 'split' && after !== 'arc') {
        putPlace(form, splitPlace());
    }
}

/** What had the focus when the change was sent that is answered now. */
export function hadFocus() {
    const had = after;
    after = null;
    return had;
}

/**
 * What has the focus after the next change.
 *
 * @param {string} what
 */
export function keepFocus(what) {
    after = what;
}

/** A change is answered: the next one goes. */
export function goOn() {
    busy = false;
    const next = waiting.shift();
    if (next) {
        send(...next);
    }
}

/** @param {() => Place|null} splitPlace where a chunk is split by its button */
export function startCutForm(splitPlace) {
    for (const failed of ['htmx:sendError', 'htmx:responseError', 'htmx:timeout']) {
        onFragment(failed, () => {
            busy = false;
            waiting.length = 0;
        });
    }
    document.addEventListener('click', (event) => onButton(event, splitPlace));
    document.addEventListener('keydown', (event) => {
        // The button that a form takes by itself makes a chunk of what is chosen on the map.
        if (event.key === 'Enter' && near(event.target, '#numbers')) {
            event.preventDefault();
            one('[data-by-numbers]').click();
        }
    });
}
