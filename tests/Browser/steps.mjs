// What the browser tests share: how a teacher signs in, and where things are. Real clicks and keys only.
import { test as plain, expect } from '@playwright/test';

/** A test in which no script of its page breaks, whatever else it looks at. */
export const test = plain.extend({
    page: async ({ page }, use) => {
        const broken = [];
        page.on('pageerror', (error) => broken.push(error.stack));
        await use(page);
        expect(broken).toEqual([]);
    },
});
export { expect };

export const ACCOUNT = { email: 'teacher@coinstair.example', password: 'copper-stairs-4' };

const isToday = (page) => page.getByRole('heading', { level: 1, name: 'Today' });

/** Signs in by the form, with a session of its own. */
export async function signInAnew(page) {
    await page.goto('/');
    await page.getByLabel('E-mail address').fill(ACCOUNT.email);
    await page.getByLabel('Password').fill(ACCOUNT.password);
    await page.keyboard.press('Enter');
    await expect(isToday(page)).toBeVisible();
}

/** Cookies of who signed in first in this process: passwords are made to be slow. */
let session = [];

/** Is somebody who has signed in already; whoever signs out in a test signs in anew. */
export async function signIn(page) {
    await page.context().addCookies(session);
    await page.goto('/');
    if ((await page.getByRole('heading', { level: 1 }).textContent()).trim() !== 'Today') {
        await signInAnew(page);
        session = await page.context().cookies();
    }
}

/** Takes the network away, and waits until nothing gets through any more: a busy browser takes a moment for it. */
export async function goOffline(page, context) {
    await context.setOffline(true);
    const reached = () =>
        page.evaluate(() =>
            fetch('/lesson-worker.js?' + Math.random(), { cache: 'no-store' }).then(
                () => true,
                () => false,
            ),
        );
    await expect.poll(reached).toBe(false);
}

export async function openPiece(page, title) {
    await page.goto('/library');
    await page.getByRole('searchbox').fill(title);
    await page.getByRole('link', { name: title, exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
    // The tests of a process share a session, which keeps the method that was looked at last.
    await page.goto(page.url() + '?method=forward');
    await expect(page.locator('svg.engraved').first()).toBeVisible({ timeout: 30_000 });
}

export const tile = (page, number) => page.locator(`.measure-map .tile[data-number="${number}"]`).first();

/** A measure in the middle of the window, clear of what stays at its top. */
const showMeasure = (page, number) =>
    tile(page, number).evaluate((one) => one.scrollIntoView({ block: 'center', behavior: 'instant' }));

/** Opens a tab of the panel beside the score. */
export const openTab = (page, name) => page.getByRole('tab', { name, exact: true }).click();

/** Makes a chunk by dragging over the map. */
export async function dragChunk(page, from, last) {
    await showMeasure(page, from);
    const start = await tile(page, from).boundingBox();
    await page.mouse.move(start.x + 20, start.y + 30);
    await page.mouse.down();
    const end = await tile(page, last).boundingBox();
    await page.mouse.move(end.x + 10, end.y + 25, { steps: 6 });
    await page.mouse.move(end.x + 20, end.y + 30);
    await page.mouse.up();
    await page.getByRole('button', { name: 'Make a chunk', exact: true }).click();
    await expect(page.locator('#chunk-choice option:checked')).toHaveText(
        new RegExp(`^${from}–${last} · (?!.*proposed)`),
    );
    await expect(chunk(page, `${from}–${last}`)).toHaveCount(1);
}

/** Makes a chunk with arrow keys alone, from the tile that has the focus. */
export async function keyChunk(page, from, last) {
    await tile(page, from).focus();
    await page.keyboard.press('Space');
    for (let at = Number(from); at < Number(last); at++) {
        await page.keyboard.press('Shift+ArrowRight');
    }
    await page.keyboard.press('Enter');
    await expect(page.locator('#chunk-choice option:checked')).toHaveText(
        new RegExp(`^${from}–${last} · (?!.*proposed)`),
    );
    await expect(chunk(page, `${from}–${last}`)).toHaveCount(1);
}

/** The chunk on the map, named by its measures: the part of its arc that stands for it. */
export const chunk = (page, span) => page.locator(`.measure-map .arc[role=option][aria-label^="Chunk ${span},"]`);

/** The end of an arc at which it is pulled; the arc may go over several rows. */
export async function handle(page, span, edge) {
    const edges = await chunk(page, span).getAttribute('data-of');
    return page.locator(`.measure-map .arc[data-of="${edges}"] .handle[data-edge=${edge}]`);
}

/** The left of the first note of a measure: beats are counted from there, after clef and signature. */
async function firstNote(page, measure) {
    const at = await tile(page, measure).getAttribute('data-position');
    const box = await page.locator('[data-stave] g.measure').nth(Number(at)).locator('.notehead').first().boundingBox();
    return box.x;
}

/** Pulls an edge of a chunk to a beat of a measure. */
export async function pull(page, span, edge, measure, beat, beats = 4) {
    await showMeasure(page, measure);
    const grip = await (await handle(page, span, edge)).boundingBox();
    await page.mouse.move(grip.x + grip.width / 2, grip.y + grip.height / 2);
    await page.mouse.down();
    const to = await tile(page, measure).boundingBox();
    const first = await firstNote(page, measure);
    await page.mouse.move(to.x + to.width / 2, to.y + 20, { steps: 4 });
    await page.mouse.move(first + ((to.x + to.width - first) * beat) / beats, to.y + 25);
    await page.mouse.up();
}

/** Opens the first step of a lesson that has some words in its title, or whose title matches. */
export async function chooseStep(page, title) {
    const steps = page.locator('[data-room=steps]');
    await expect(steps).toBeEnabled();
    const titles = await steps.locator('option').allTextContents();
    const index = titles.findIndex((one) => (title instanceof RegExp ? title.test(one) : one.includes(title)));
    expect(index, `${title} among ${titles.join(' | ')}`).not.toBe(-1);
    await steps.selectOption({ index });
}
