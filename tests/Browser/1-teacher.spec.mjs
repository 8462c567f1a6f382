// One teacher, one evening: from a tune file to a taught, recorded lesson.
import { readFileSync } from 'node:fs';
import { chooseStep, chunk, dragChunk, expect, goOffline, keyChunk, openPiece, signIn, test, tile } from './steps.mjs';

const TUNE = `X:1
T:Barge Pole
M:4/4
L:1/4
Q:1/4=84
K:D
D D A A | B B A2 | G G F F | E E D2 |
A A G G | F F E2 | D F A F | E2 D2 |]
`;

test.describe.configure({ mode: 'serial' });

test('imports an ABC tune and cuts it by mouse and by keys', async ({ page }) => {
    await signIn(page);
    await page.getByRole('link', { name: 'Library' }).click();
    await page.getByRole('link', { name: 'Add a piece' }).click();
    await page.locator('#abc').fill(TUNE.replace('K:D', ''));
    await page.getByRole('button', { name: 'Read the tune' }).click();
    await expect(page.getByRole('alert')).toContainText('No key line was found');
    await expect(page.locator('#abc')).toHaveValue(/T:Barge Pole/);
    await page.locator('#abc').fill(TUNE);
    await page.getByRole('button', { name: 'Read the tune' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Barge Pole' })).toBeVisible();
    await expect(page.locator('svg.engraved').first()).toBeVisible({ timeout: 30_000 });
    await dragChunk(page, '1', '4');
    await keyChunk(page, '5', '8');
    await page.getByRole('button', { name: 'Move the start a beat earlier' }).click();
    await expect(chunk(page, '4.4–8')).toHaveCount(1);
    await page.getByRole('button', { name: 'Move the start a beat later' }).press('Enter');
    await expect(chunk(page, '5–8')).toHaveCount(1);
});

test('imports MusicXML in four parts and cuts it by mouse and by keys', async ({ page }) => {
    await signIn(page);
    await page.goto('/library/new');
    const xml = readFileSync(new URL('../../demo/tunes/23-ferry-lights.musicxml', import.meta.url), 'utf8').replace(
        'Ferry Lights',
        'Ferry by Night',
    );
    await page
        .getByLabel(/MusicXML/)
        .setInputFiles({ name: 'ferry-by-night.musicxml', mimeType: 'application/xml', buffer: Buffer.from(xml) });
    await page.getByRole('button', { name: 'Read the file' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Ferry by Night' })).toBeVisible();
    await expect(page.locator('svg.engraved').first()).toBeVisible({ timeout: 30_000 });
    await expect(page.locator('[data-part] option')).toHaveText(['All parts', 'Violin', 'Viola', 'Cello', 'Bass']);
    await dragChunk(page, '1', '4');
    await keyChunk(page, '5', '8');
    await page.locator('[data-part]').selectOption({ label: 'Viola' });
    await expect(page.locator('figure.notation g.measure').first().locator('g.staff')).toHaveCount(1);
    await tile(page, '2').click();
    await expect(tile(page, '2')).toHaveAttribute('aria-selected', 'true');
});

test('builds a sequence, teaches it with and without a network, and finds it on the class page', async ({
    page,
    context,
}) => {
    await signIn(page);
    await page.getByRole('link', { name: 'Classes' }).click();
    await page.getByRole('link', { name: 'Add a class' }).first().click();
    await page.getByLabel('Name', { exact: true }).fill('Sluice Room');
    await page.getByLabel('Year of playing').selectOption({ label: 'Year 2' });
    await page.getByLabel('Violins').fill('6');
    await page.getByLabel('Cellos').fill('3');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Sluice Room' })).toBeVisible();

    await openPiece(page, 'Barge Pole');
    // The class with which they worked last is the one for which it is shown; another is a choice away, and back.
    const chosen = page.locator('[data-cut-query] [name=for]');
    const builtFor = page.locator('.build [name=class]');
    await expect(chosen.locator('option:checked')).toHaveText('Sluice Room');
    const own = await builtFor.inputValue();
    await chosen.selectOption({ label: 'Mill Lane Two' });
    await expect(builtFor).not.toHaveValue(own);
    await chosen.selectOption({ label: 'Sluice Room' });
    await expect(builtFor).toHaveValue(own);
    await page.getByLabel('Goal tempo').fill('84');
    await page.getByRole('button', { name: 'Build a sequence' }).click();
    const steps = page.getByRole('list', { name: 'Steps' }).first().locator('[data-step]');
    await expect(steps).toHaveText([/Learn 1–4/, /Learn 5–8/, /Join 1–8/, /Run 1–8/]);
    const learn = steps.nth(0);
    await learn.getByLabel('Change Learn 1–4').click();
    await learn.getByRole('button', { name: 'Edit' }).click();
    await learn.getByLabel('Treads').fill('60, 66, 76, 84');
    await learn.getByText('More: coins').click();
    await learn.getByLabel('Coins below the top').fill('3');
    await learn.getByRole('button', { name: 'Save the step' }).click();
    await expect(learn.locator('.treads > span')).toHaveText([/^60/, /^66/, /^76/, /^84/]);
    // The join before the second chunk and back: by the keys, then by dragging.
    await steps.nth(2).getByLabel('Change Join 1–8').focus();
    await page.keyboard.press('Alt+ArrowUp');
    await expect(steps.nth(1).getByLabel('Change Join 1–8')).toBeFocused();
    await page.waitForLoadState('networkidle');
    const grip = await steps.nth(1).locator('.grip').boundingBox();
    const below = await steps.nth(2).boundingBox();
    await page.mouse.move(grip.x + 8, grip.y + 8);
    await page.mouse.down();
    await page.mouse.move(grip.x + 8, grip.y + 30, { steps: 4 });
    await page.mouse.move(grip.x + 8, below.y + below.height - 6, { steps: 10 });
    await page.mouse.up();
    await expect(steps.nth(2)).toContainText('1–8');

    await page.getByRole('button', { name: 'Start the lesson' }).click();
    const room = page.locator('.room');
    await expect(page.locator('.stave .words')).toContainText('Hold check');
    await expect(room).toHaveAttribute('data-kept', 'yes', { timeout: 30_000 });
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Tune-up');
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText(/New place|Open strings|Hand on/);
    await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
    await chooseStep(page, 'Learn 1–4');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Learn 1–4');
    await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
    const bpm = page.locator('[data-room=bpm]');
    const coins = page.locator('.stair .here .coin');
    await expect(bpm).toHaveText('60');

    await page.keyboard.press('Space');
    await expect(page.locator('[data-room=phase]')).toHaveText('Count-in');
    await expect(page.locator('.beat.on')).toHaveCount(1);
    await expect(page.locator('[data-room=phase]')).toHaveText('Play', { timeout: 30_000 });
    await expect(page.locator('.stave .note.now')).toHaveCount(1);
    await page.keyboard.press('Space');
    await expect(page.locator('.beat.on')).toHaveCount(0);

    await page.keyboard.press('c');
    await expect(coins).toHaveCount(1);
    await page.keyboard.press('x');
    await expect(coins).toHaveCount(0);
    for (let coin = 0; coin < 3; coin++) {
        await page.keyboard.press('PageDown');
    }
    await expect(bpm).toHaveText('66');
    const saved = page.locator('[data-room=saved]');
    await expect(saved).toHaveText('all saved');

    await goOffline(page, context);
    await page.keyboard.press('c');
    await page.keyboard.press('c');
    await expect(saved).toContainText('waiting to be sent');
    await page.reload();
    await expect(bpm).toHaveText('66');
    await expect(coins).toHaveCount(2);
    await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
    await page.keyboard.press('c');
    await expect(bpm).toHaveText('76');
    await page.keyboard.press('e');
    await expect(page.locator('[data-room=message]')).toContainText('Nothing is lost');
    await context.setOffline(false);
    await expect(saved).toHaveText('all saved', { timeout: 15_000 });

    await page.keyboard.press('PageUp');
    await page.keyboard.press('x');
    await expect(bpm).toHaveText('66');
    await page.keyboard.press('z');
    await expect(bpm).toHaveText('76');
    for (let coin = 0; coin < 3; coin++) {
        await page.getByRole('button', { name: 'Coin' }).click();
    }
    await expect(bpm).toHaveText('84');
    await page.keyboard.press('n');
    await page.getByRole('dialog').getByRole('textbox').fill('Cellos late at the join');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toBeHidden();
    await page.keyboard.press('e');

    await expect(page.getByRole('heading', { level: 1, name: 'End of the lesson' })).toBeVisible();
    const row = page.getByRole('row', { name: /Learn 1–4/ });
    await expect(row.getByRole('cell')).toHaveText([
        /^\d$/,
        '10 4 at 60 3 at 66 3 at 76',
        '2',
        '76',
        '84',
        'on tread 84',
    ]);
    await expect(page.locator('main')).toContainText('Cellos late at the join');
    await page.getByRole('button', { name: 'Accept and finish' }).click();

    await expect(page.getByRole('heading', { level: 1, name: 'Sluice Room' })).toBeVisible();
    await expect(page.getByRole('region', { name: 'In work' })).toContainText('1–4 of 8 at 76; the whole not yet');
    await expect(page.getByRole('row', { name: /Barge Pole/ })).toBeVisible();
});

test('two screens on one lesson agree', async ({ page, context }) => {
    await signIn(page);
    await page.getByRole('link', { name: 'Sluice Room' }).click();
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    await page.getByRole('button', { name: /lesson/ }).click();
    await page.waitForURL(/\/lessons\/\d+$/);
    const other = await context.newPage();
    await other.goto(page.url());
    for (const screen of [page, other]) {
        await chooseStep(screen, 'Learn 1–4');
    }
    // Two treads under the one on which the class stopped last time.
    await expect(page.locator('[data-room=bpm]')).toHaveText('66');
    await page.keyboard.press('c');
    await other.bringToFront();
    await expect(other.locator('.stair .here .coin')).toHaveCount(1, { timeout: 8000 });
    await other.keyboard.press('c');
    await page.bringToFront();
    await expect(page.locator('.stair .here .coin')).toHaveCount(2, { timeout: 8000 });
});
