// What the keys and the buttons of the screen of a lesson do.

/** @typedef {Record<string, () => void>} Actions by name */

/** @type {Record<string, string>} names of actions */
const KEYS = {
    ' ': 'start',
    Enter: 'coin',
    c: 'coin',
    PageDown: 'coin',
    x: 'miss',
    Backspace: 'miss',
    PageUp: 'miss',
    ArrowUp: 'up',
    ArrowDown: 'down',
    ArrowRight: 'next',
    ArrowLeft: 'back',
    r: 'start',
    z: 'undo',
    k: 'click',
    t: 'tune',
    p: 'part',
    f: 'fingers',
    l: 'letters',
    s: 'strings',
    b: 'bows',
    w: 'ribbon',
    h: 'hand',
    v: 'version-key',
    n: 'note',
    e: 'end',
    '?': 'help',
};

/**
 * The action of a key; none where it is typed into something, or means what it stands on.
 *
 * @param {KeyboardEvent} event
 */
function actionOf(event) {
    const target = /** @type {Element} */ (event.target);
    if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) {
        return undefined;
    }
    const presses = event.key === ' ' || event.key === 'Enter';
    // The field of a dialog that was closed a moment ago has the focus until the next picture: nothing is typed into that.
    const isTyped = target.matches('select, input, textarea') && target.checkVisibility();
    if (isTyped || (presses && target.closest('button, summary, a'))) {
        return undefined;
    }
    return KEYS[event.key];
}

/** @param {Actions} actions */
export function listen(actions) {
    document.addEventListener('keydown', (event) => {
        const name = actionOf(event);
        if (name) {
            event.preventDefault();
            if (!event.repeat) {
                actions[name]();
            }
        }
    });
    document.addEventListener('click', ({ target, detail }) => {
        const pressed = /** @type {Element} */ (target);
        const button = /** @type {HTMLElement|null} */ (pressed.closest('button[data-room], [data-layer]'));
        const name = button?.dataset.room ?? button?.dataset.layer ?? '';
        if (button && actions[name]) {
            actions[name]();
            // A key that is pressed next is for the lesson, not for the button under the pointer.
            if (detail > 0) {
                button.blur();
            }
        }
        if (pressed.closest('[data-closes]')) {
            pressed.closest('dialog')?.close();
        }
    });
}
