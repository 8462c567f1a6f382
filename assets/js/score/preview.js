// The page on which a score is set up: what a form would do is drawn before it is saved.
import { drawScore } from '../notation.js';

let drawing = 0;

async function draw(box, xml) {
    const mine = ++drawing;
    const shown = {
        clientWidth: box.clientWidth,
        replaceChildren: (picture) => mine === drawing && box.replaceChildren(picture),
    };
    try {
        await drawScore(shown, xml, true, 40);
    } catch {
        box.textContent = box.dataset.failed;
    }
}

/** Asks what a form would make of the score, with the button that was pressed or would be. */
async function preview(form, button) {
    const box = document.querySelector('[data-score-preview]');
    const title = document.getElementById('preview-title');
    const problem = document.querySelector('[data-preview-problem]');
    const values = new FormData(form, button);
    values.set('preview', '1');
    const token = document.querySelector('meta[name=csrf-token]')?.content ?? '';
    const address = button?.getAttribute('formaction') ?? form.getAttribute('action');
    const answer = await fetch(address, {
        method: 'POST',
        body: values,
        headers: { 'X-CSRF-Token': token, Accept: 'application/json' },
    });
    const told = await answer.json();
    problem.hidden = !told.problem;
    problem.textContent = told.problem ?? '';
    if (told.xml) {
        title.textContent = title.dataset.then;
        draw(box, told.xml);
    }
}

export function startPreview() {
    const box = document.querySelector('[data-score-preview]');
    if (!box) {
        return;
    }
    fetch(box.dataset.scorePreview, { headers: { Accept: 'application/json' } })
        .then((answer) => answer.json())
        .then(({ xml }) => drawing === 0 && draw(box, xml))
        .catch(() => {
            box.textContent = box.dataset.failed;
        });
    let later;
    const ask = (form, button) => {
        clearTimeout(later);
        if (form?.matches('[data-score-form]') && form.checkValidity()) {
            later = setTimeout(() => preview(form, button), 300);
        }
    };
    document.addEventListener('input', ({ target }) => ask(target.form, target.form?.querySelector('button')));
    for (const event of ['focusin', 'pointerover']) {
        document.addEventListener(event, ({ target }) => {
            const button = target.closest?.('[data-score-form] button');
            if (button) {
                ask(button.form, button);
            }
        });
    }
}
