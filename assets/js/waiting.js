// On every page: sends what waits on this device, and says how much waits still, from which lesson, and what could not be taken.
import { Outbox, told } from './outbox.js';

const AGAIN = 10_000;

/**
 * @param {HTMLElement} box with a line for what waits and a list of what was refused
 * @param {Outbox} outbox
 */
async function paint(box, outbox) {
    const [waiting, refused] = await Promise.all([outbox.waiting(), outbox.refused()]);
    const line = /** @type {HTMLElement} */ (box.querySelector('[data-waiting-line]'));
    line.hidden = waiting.length === 0;
    line.textContent = [
        box.dataset.says?.replace('%list%', told(waiting)),
        outbox.signedOut ? box.dataset.signedOut : '',
    ].join(' ');
    const list = /** @type {HTMLElement} */ (box.querySelector('[data-refused]'));
    list.hidden = refused.length === 0;
    list.querySelector('ul')?.replaceChildren(
        ...refused.map(({ title, entry, why }) => {
            const item = document.createElement('li');
            const kind = box.dataset[entry.kind] ?? entry.kind;
            item.textContent = `${title}, ${new Date(entry.at).toLocaleString()}: ${kind} ${entry.text} (${why})`;
            return item;
        }),
    );
    box.hidden = line.hidden && list.hidden;
}

/** @param {Document} page */
export async function startWaiting(page) {
    const box = /** @type {HTMLElement|null} */ (page.querySelector('[data-outbox]'));
    if (!box) {
        return;
    }
    const outbox = new Outbox();
    outbox.onChange = () => paint(box, outbox).catch(() => {});
    box.querySelector('[data-refused] button')?.addEventListener('click', () => outbox.forgetRefused());
    const leave = /** @type {HTMLFormElement|null} */ (page.querySelector('form[data-sign-out]'));
    leave?.addEventListener('submit', (event) => signOut(event, leave, outbox));
    const send = async () => {
        if ((await outbox.send()) > 0) {
            setTimeout(send, AGAIN);
        }
        await paint(box, outbox);
    };
    addEventListener('online', () => outbox.send().catch(() => {}));
    await send().catch(() => {});
}

/**
 * Nothing is left behind on a shared device but what was not sent: that stays, and is asked about first.
 *
 * @param {SubmitEvent} event
 * @param {HTMLFormElement} form
 * @param {Outbox} outbox
 */
async function signOut(event, form, outbox) {
    event.preventDefault();
    const waiting = await outbox.send().catch(() => 0);
    if (waiting > 0 && !confirm(form.dataset.waiting?.replace('%n%', String(waiting)))) {
        return;
    }
    const field = form.elements.namedItem('waiting');
    if (field instanceof HTMLInputElement) {
        field.value = String(waiting);
    }
    await Promise.all([globalThis.caches?.delete('lesson-pages'), outbox.leave()]).catch(() => {});
    form.submit();
}
