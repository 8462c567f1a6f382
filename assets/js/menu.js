// The head of a page on a phone: one row, and the rest behind a button. On wider windows all of it is seen, whatever the button says.
import { find } from './dom.js';

export function startMenu() {
    const button = find('[data-menu]', document, HTMLButtonElement);
    if (!button) {
        return;
    }
    /** @param {boolean} isOpen */
    const turn = (isOpen) => button.setAttribute('aria-expanded', String(isOpen));
    button.hidden = false;
    turn(false);
    button.addEventListener('click', () => turn(button.getAttribute('aria-expanded') === 'false'));
    document.addEventListener('keydown', ({ key }) => {
        if (key === 'Escape' && button.getAttribute('aria-expanded') === 'true' && button.offsetParent) {
            turn(false);
            button.focus();
        }
    });
}
