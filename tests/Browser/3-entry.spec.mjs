// With the book open and no file: a line is typed, mended, made into parts, renumbered, given out and read back.
import { readFileSync } from 'node:fs';
import { expect, openPiece, signIn, test, tile } from './steps.mjs';

test.describe.configure({ mode: 'serial' });

test('a line is typed with the keyboard alone, mended, and becomes four parts', async ({ page }) => {
    await signIn(page);
    await page.keyboard.press('l');
    await page.getByRole('link', { name: 'Add a piece' }).press('Enter');
    await page.getByRole('link', { name: 'Quick entry' }).press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Quick entry' })).toBeVisible();
    await page.getByLabel('Title').focus();
    await page.keyboard.type('Kiln Lane');
    await page.locator('#text').focus();
    await page.keyboard.press('Control+a');
    await page.keyboard.press('Delete');
    await page.keyboard.type('|: D E F G | A2 B A | G F E D | E2 A,2 |\n', { delay: 8 });
    const counts = page.locator('.beat-counts li');
    await expect(counts).toHaveCount(4);
    await expect(page.locator('[data-engrave] svg.engraved')).toBeVisible({ timeout: 30_000 });
    // A beat too many, and a sign that nobody knows.
    await page.keyboard.type('D E F G A | A2 d2 |[1 c B A G F ;', { delay: 8 });
    await expect(page.locator('.beat-counts .wrong')).toHaveText([/5\s*5\s*of 4/, /7\s*5\s*of 4/]);
    await expect(page.locator('.typed mark')).toHaveText(['D', '[1', ';']);
    // Gone and back: the draft is there.
    await page.reload();
    await expect(page.locator('#text')).toHaveValue(/\[1 c B A G F ;$/);
    await page.locator('#text').focus();
    await page.keyboard.press('Control+End');
    for (let at = 0; at < 4; at++) {
        await page.keyboard.press('Backspace');
    }
    await page.keyboard.type(' :|[2 A2 D2 |]', { delay: 8 });
    await page.keyboard.press('Home');
    for (let at = 0; at < 8; at++) {
        await page.keyboard.press('ArrowRight');
    }
    await page.keyboard.press('Delete');
    await page.keyboard.press('Delete');
    await expect(page.locator('.beat-counts .wrong')).toHaveCount(0);
    await expect(page.locator('.typed')).toHaveCount(0);
    await expect(counts).toHaveCount(8);
    await page.getByRole('button', { name: 'Add to the library' }).press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Kiln Lane' })).toBeVisible();
    await expect(page.locator('[data-part] option')).toHaveText(['All parts', 'Violin', 'Viola', 'Cello', 'Bass']);
    await expect(page.locator('.road-strip button')).toHaveText([
        '1',
        '2',
        '3',
        '4',
        '5',
        '6',
        '7',
        '1',
        '2',
        '3',
        '4',
        '5',
        '6',
        '8',
    ]);
});

test('it is renumbered, stepped through, corrected, given out and read back', async ({ page }) => {
    await signIn(page);
    await openPiece(page, 'Kiln Lane');
    await page.getByRole('link', { name: 'Score', exact: true }).click();
    await expect(page.locator('[data-score-preview] svg.engraved')).toBeVisible({ timeout: 30_000 });
    await page.getByLabel('Over measure').fill('5');
    await page.getByLabel('the book prints').fill('9');
    await expect(page.getByRole('heading', { name: 'As it would be, not saved yet' })).toBeVisible();
    await page.getByRole('button', { name: 'and counts on' }).click();
    await expect(page.locator('.notices')).toContainText('The printed number jumps to 9 at measure 5.');
    await page.getByRole('link', { name: 'The piece' }).click();
    await expect(tile(page, '5')).toContainText('(9)');
    await page.getByLabel('Chunk from measure numbers').fill('9–11');
    await page.getByRole('button', { name: 'Chunk by numbers' }).click();
    await expect(page.locator('#chunk-choice')).toContainText('5–7');

    const stops = page.locator('.road-strip button');
    await stops.first().focus();
    for (let at = 0; at < 7; at++) {
        await page.keyboard.press('ArrowRight');
    }
    await expect(stops.nth(7)).toHaveAttribute('aria-current', '');
    await expect(tile(page, '1')).toHaveAttribute('aria-selected', 'true');
    await page.getByRole('link', { name: /no repeats/ }).click();
    await expect(page.locator('.road-strip button')).toHaveCount(7);

    await tile(page, '2').click();
    await page.getByRole('button', { name: 'Correct the notes' }).click();
    await expect(page.locator('#text')).toHaveValue(/A2 B A/);
    await page.locator('#text').fill('A2 !2!^c A |');
    await expect(page.locator('[data-engrave] svg g.note')).toHaveCount(3, { timeout: 30_000 });
    await page.getByRole('button', { name: 'Save the notes' }).click();
    await expect(page.locator('#chunk-choice')).toContainText('5–7');

    for (const [format, ending] of [
        ['MusicXML', 'musicxml'],
        ['ABC', 'abc'],
    ]) {
        await openPiece(page, 'Kiln Lane');
        await page.locator('details.menu summary').click();
        const [download] = await Promise.all([
            page.waitForEvent('download'),
            page.getByRole('link', { name: format, exact: true }).click(),
        ]);
        expect(download.suggestedFilename()).toBe('Kiln-Lane.' + ending);
        const file = readFileSync(await download.path(), 'utf8').replace('Kiln Lane', 'Kiln Lane ' + format);
        await page.goto('/library/new');
        await page
            .getByLabel(/MusicXML/)
            .setInputFiles({ name: 'kiln.' + ending, mimeType: 'text/plain', buffer: Buffer.from(file) });
        await page.getByRole('button', { name: 'Read the file' }).click();
        await expect(page.getByRole('heading', { level: 1, name: 'Kiln Lane ' + format })).toBeVisible();
        await expect(page.locator('.measure-map .tile')).toHaveCount(8);
        await expect(page.locator('[data-part] option')).toHaveText(['All parts', 'Violin', 'Viola', 'Cello', 'Bass']);
        await expect(tile(page, '5')).toContainText('(9)');
        await expect(page.locator('.road-strip button')).toHaveCount(14);
        await page.getByText('The same in words').click();
        await expect(page.locator('[data-note-text] li').nth(1)).toContainText('A 2 · C♯ 1 · A 1');
    }
});

test('the library is looked through by keys, and each piece shows how it begins', async ({ page }) => {
    await signIn(page);
    await page.goto('/library');
    const row = page.getByRole('row', { name: /Kettle on the Hob/ });
    await row.scrollIntoViewIfNeeded();
    await expect(row.getByRole('img', { name: /^Begins [A-G]/ }).locator('svg.engraved')).toBeVisible({
        timeout: 30_000,
    });
    const { width, height } = await row.locator('.incipit g.notehead').first().boundingBox();
    expect(Math.min(width, height), 'heads of notes are seen').toBeGreaterThan(3);
    // What is known is not asked for again.
    await page.evaluate(() => window.scrollTo(0, 0));
    await page.waitForFunction(() =>
        [...document.querySelectorAll('.incipit')]
            .filter((cell) => cell.getBoundingClientRect().top < window.innerHeight + 100)
            .every((cell) => cell.querySelector('svg')),
    );
    let asked = 0;
    page.on('request', (request) => (asked += request.url().includes('incipits') ? 1 : 0));
    await page.reload();
    await expect(page.locator('.incipit svg.engraved').first()).toBeVisible();
    expect(asked).toBe(0);
    await page.keyboard.press('/');
    await page.keyboard.type('quay');
    await expect(page.locator('.found')).toContainText('31 pieces');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.type('D ma');
    await expect(page).toHaveURL(/search=quay&key=D(%20|\+)major$/);
    await expect(page.locator('tbody tr').first()).toContainText('D major');
    await page.getByRole('link', { name: 'Length', exact: true }).press('Enter');
    await expect(page.getByRole('columnheader', { name: 'Length' })).toHaveAttribute('aria-sort', 'ascending');
    await page.getByLabel('Key', { exact: true }).selectOption('');
    await page.getByLabel('in work').check();
    await expect(page).toHaveURL(/sort=length.*work=1$/);
    // Few of the book, and as many as are told.
    await expect(page.locator('.found')).toContainText(/\b[1-9] pieces?\b/);
    const told = parseInt(/(\d+) piece/.exec(await page.locator('.found').innerText())[1], 10);
    await expect(page.locator('tbody tr')).toHaveCount(told);
    await expect(page.locator('.incipit svg.engraved').first()).toBeVisible();
});

test('a music keyboard types, the measure under the caret is lit, the example is a start', async ({ page }) => {
    await page.addInitScript({ path: 'tools/stand-ins/music-keyboard.js' });
    await signIn(page);
    await page.goto('/library/entry');
    await page.getByRole('button', { name: 'Start anew' }).click();
    const field = page.locator('#text');
    await expect(page.locator('.example')).toContainText('D E F G | D4 |');
    await expect(page.locator('[data-engrave] svg.engraved')).toBeVisible({ timeout: 30_000 });
    await page.getByRole('button', { name: 'Type this' }).press('Enter');
    await expect(field).toHaveValue('D E F G | D4 |');
    await expect(field).toBeFocused();
    await expect(page.locator('.beat-counts [data-lit]')).toHaveText(/^\s*2\s*4\s*$/);
    await expect(page.locator('[data-engrave] g.measure.lit')).toHaveCount(1);

    await page.getByRole('button', { name: 'Play it on a music keyboard' }).press('Enter');
    const said = page.locator('[data-keyboard-said]');
    await expect(said).toContainText('Hears Stand-in keyboard');
    const press = (...keys) => page.evaluate((pressed) => window.musicKeyboard.press(...pressed), keys);
    // One after the other, though the page may hear them late.
    await page.evaluate(async () => {
        for (const key of [66, 69, 65]) {
            window.musicKeyboard.press(key);
            const until = performance.now() + 60;
            while (performance.now() < until) {
                // The page is busy.
            }
        }
    });
    await expect(field).toHaveValue('D E F G | D4 | F A =F');
    await press(62, 69);
    await expect(field).toHaveValue('D E F G | D4 | F A =F [DA]');
    // A length is typed behind what was played; a full measure gets its bar line.
    await page.keyboard.press('Backspace');
    await page.keyboard.type(']');
    await press(73);
    await expect(field).toHaveValue('D E F G | D4 | F A =F [DA] | c');
    await page.keyboard.type('2');
    await press(74);
    await expect(field).toHaveValue('D E F G | D4 | F A =F [DA] | c2 d');
    await expect(page.locator('.beat-counts li')).toHaveCount(4);
    await expect(page.locator('.beat-counts li').nth(3)).toHaveAttribute('data-lit', '');
    await page.evaluate(() => window.musicKeyboard.plug(false));
    await expect(said).toContainText('No music keyboard is plugged in');
    await page.evaluate(() => window.musicKeyboard.plug(true));
    await expect(said).toContainText('Hears Stand-in keyboard');

    // A measure that is chosen in the notation, or by its count, takes the caret to its start.
    const second = await page.locator('[data-engrave] g.measure').nth(1).boundingBox();
    await page.mouse.click(second.x + second.width / 2, second.y + second.height / 2);
    await expect(page.locator('.beat-counts li').nth(1)).toHaveAttribute('data-lit', '');
    expect(await field.evaluate((box) => box.selectionStart)).toBe('D E F G | '.length);
    // However long it gets, neither the field nor the notation is cut.
    await page.keyboard.press('Control+End');
    const line = ' | A B c d | A4 | G F E D | D4';
    await page.keyboard.insertText((line.repeat(4) + ' |\n').repeat(4));
    await expect(page.locator('[data-engrave] g.measure')).toHaveCount(68, { timeout: 30_000 });
    const cut = await page.evaluate(() => {
        const figure = document.querySelector('#preview .notation');
        const lit = document.querySelector('[data-engrave] g.measure.lit').getBoundingClientRect();
        return {
            hidden: figure.scrollHeight - figure.clientHeight,
            field: document.querySelector('#text').scrollHeight - document.querySelector('#text').clientHeight,
            litIn: lit.top >= 0 && lit.bottom <= window.innerHeight,
            lines: document.querySelector('.entry-line').getBoundingClientRect().top >= 0,
        };
    });
    expect(cut).toEqual({ hidden: 0, field: 0, litIn: true, lines: true });
});
