// The page on which a score is set up: what a form would do is drawn before it is saved.
import { find, near, one } from '../dom.js';
import { drawScore } from '../notation.js';

let drawing = 0;

/**
 * @param {HTMLElement} box
 * @param {string} xml
 */
async function draw(box, xml) {
    const mine = ++drawing;
    const shown = {
        clientWidth: box.clientWidth,
        /** @param {Element} picture */
        replaceChildren: (picture) => mine === drawing && box.replaceChildren(picture),
    };
    try {
        await drawScore(shown, xml, true, 40);
    } catch (error) {
        console.error(error);
        box.textContent = box.dataset.failed ?? '';
    }
}

/**
 * Asks what a form would make of the score, with the button that was pressed or would be.
 *
 * @param {HTMLFormElement} form
 * @param {HTMLButtonElement|null} button
 */
async function preview(form, button) {
    const values = new FormData(form, button);
    values.set('preview', '1');
    const token = find('meta[name=csrf-token]', document, HTMLMetaElement)?.content ?? '';
    const answer = await fetch(button?.getAttribute('formaction') ?? form.getAttribute('action') ?? '', {
        method: 'POST',
        body: values,
        headers: { 'X-CSRF-Token': token, Accept: 'application/json' },
    });
    const told = await answer.json();
    const problem = one('[data-preview-problem]');
    problem.hidden = !told.problem;
    problem.textContent = told.problem ?? '';
    if (told.xml) {
        const title = one('#preview-title');
        title.textContent = title.dataset.then ?? '';
        draw(one('[data-score-preview]'), told.xml);
    }
}

/** @param {HTMLElement} box */
async function drawFirst(box) {
    try {
        const answer = await fetch(box.dataset.scorePreview ?? '', { headers: { Accept: 'application/json' } });
        const { xml } = await answer.json();
        if (drawing === 0) {
            await draw(box, xml);
        }
    } catch (error) {
        console.error(error);
        box.textContent = box.dataset.failed ?? '';
    }
}

export function startPreview() {
    const box = find('[data-score-preview]');
    if (!box) {
        return;
    }
    drawFirst(box);
    let later = 0;
    /**
     * @param {HTMLFormElement|null} form
     * @param {HTMLButtonElement|null} button
     */
    const ask = (form, button) => {
        clearTimeout(later);
        if (form?.matches('[data-score-form]') && form.checkValidity()) {
            later = setTimeout(() => preview(form, button), 300);
        }
    };
    document.addEventListener('input', ({ target }) => {
        const form = near(target, 'form', HTMLFormElement);
        ask(form, form && find('button', form, HTMLButtonElement));
    });
    for (const event of ['focusin', 'pointerover']) {
        document.addEventListener(event, ({ target }) => {
            const button = near(target, '[data-score-form] button', HTMLButtonElement);
            if (button) {
                ask(button.form, button);
            }
        });
    }
}
