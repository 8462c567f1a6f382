// Fingers and bows: over the notes, with their reasons, as the teacher sets them, by class, side by side, and in the lesson.
import { chooseStep, expect, openPiece, openTab, signIn, test } from './steps.mjs';

const SLOW = { timeout: 30_000 };
const bar = (page, name) => page.locator(`.hands-bar [name=${name}]`);
const fings = (page) => page.locator('[data-stave] svg.engraved .fing:visible');

test('the hands of an instrument stand over the notes, with their reasons', async ({ page }) => {
    await signIn(page);
    await openPiece(page, 'Lantern Walk');
    await expect(bar(page, 'fingers')).toBeHidden();
    await bar(page, 'instrument').selectOption('cello');
    await bar(page, 'fingers').selectOption('all');
    await page.getByText('The same in words').click();
    await expect(page.locator('[data-note-text] li').first()).toContainText(
        'D string, open, 3; A string, open · D F♯ A · bows: down frog – ',
    );
    await expect.poll(() => fings(page).count(), SLOW).toBeGreaterThan(30);
    await openTab(page, 'Hand');
    await expect(page.locator('[data-hand-side] .hand-picture').first()).toBeVisible();
    await expect(page.locator('[data-hand-side] .start-card')).toContainText('D string, open (D) · down, frog');
    await page.getByLabel('bow ribbon').check();
    await expect(page.locator('.bow-ribbon .stroke').first()).toBeVisible(SLOW);
    const edges = (selector) =>
        page
            .locator(selector)
            .evaluateAll((all) =>
                all.map((one) => one.getBoundingClientRect()).map(({ left, right }) => [left, right]),
            );
    const [slopes, notes] = [await edges('.bow-ribbon .stroke'), await edges('[data-stave] g.note')];
    slopes.slice(0, 10).forEach(([left], index) => expect(Math.abs(left - notes[index][0])).toBeLessThan(12));
    await page.getByText('Why these fingers and bows').click();
    await expect(page.locator('[data-why-text] li').first()).toContainText('D: Open D, let it ring.');
    await bar(page, 'fingers').selectOption('none');
    await expect(fings(page)).toHaveCount(0, SLOW);
    await bar(page, 'letters').selectOption('all');
    await page.getByLabel('strings', { exact: true }).check();
    await expect(page.locator('[data-stave] .of-letters').first()).toBeVisible(SLOW);
    await expect(page.locator('[data-stave] .of-strings').first()).toBeVisible(SLOW);
    await bar(page, 'instrument').selectOption('');
    await expect(page.locator('[data-note-text] li').first()).toContainText('D 1 · F♯ 1 · A 1');
    await expect(page.locator('[data-why-text]')).toBeHidden();
    await expect(page.locator('[data-hand-side]')).toBeHidden();
});

test('a note is reached by keys, tells its reasons, takes a finger of the teacher and gives it back', async ({
    page,
}) => {
    await signIn(page);
    await openPiece(page, 'Lantern Walk');
    await bar(page, 'instrument').selectOption('violin');
    await page.locator('[data-cut-query] [name=for]').selectOption({ label: 'Tollgate Starters' });
    await bar(page, 'fingers').selectOption('all');
    await expect(fings(page).first()).toBeVisible(SLOW);
    await page.locator('[data-notation]').focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('ArrowRight');
    const card = page.locator('#hand-note');
    await expect(card.getByRole('heading')).toContainText('A measure 1');
    await page.keyboard.press('Enter');
    await expect(card.getByRole('button', { name: /^A open/ })).toBeFocused();
    await card.getByRole('button', { name: 'D 4', exact: true }).focus();
    await page.keyboard.press('Enter');
    await expect(card.locator('.taken').first()).toHaveText('D 4');
    await expect(card).toContainText('Set by the teacher.');
    await expect(page.locator('[data-note-text] li').first()).toContainText('D string, open, 2, 4 (set)');
    await expect(page.locator('[data-stave] g.note.set')).toHaveCount(1, SLOW);
    await page.getByText('Phrases on the bow, soft and loud, long notes, what you set').click();
    await expect(page.locator('[data-hands-more] .overrides')).toContainText('A4: finger 4 Tollgate Starters');
    await card.getByRole('button', { name: 'Undo' }).click();
    await expect(card.locator('.taken').first()).toContainText('A open');
    await expect(page.locator('[data-note-text] li').first()).toContainText('A string, open');
    await expect(page.locator('[data-stave] g.note.set')).toHaveCount(0, SLOW);
    await page.keyboard.press('Escape');
    await page.waitForLoadState('networkidle');
    const head = await page.locator('[data-stave] g.note .notehead').nth(1).boundingBox();
    await page.mouse.click(head.x + 3, head.y + 3);
    await expect(card.getByRole('heading')).toContainText('F♯');
    await card.getByRole('button', { name: 'Close' }).click();
    await expect(card).toBeHidden();
});

test('policies of a class show their effect at once and are kept; instruments stand side by side', async ({ page }) => {
    await signIn(page);
    await openPiece(page, 'Kettle on the Hob');
    await bar(page, 'instrument').selectOption('violin');
    await page.locator('[data-cut-query] [name=for]').selectOption({ label: 'Tollgate Starters' });
    await openTab(page, 'Hand');
    await page.getByText('How they play: fingers, bows, what is shown').click();
    const bowing = page.getByLabel('Bow direction');
    await expect(bowing).toBeVisible();
    await page.getByText('The same in words').click();
    const second = page.locator('[data-note-text] li').nth(2);
    await expect(second).toContainText('bows: ');
    const before = await second.textContent();
    await bowing.selectOption('phrase');
    await expect(page.locator('#why-bowing')).toContainText('Every phrase begins as the first did');
    await page.getByLabel('How much bow').selectOption('whole');
    await expect(second).not.toHaveText(before);
    await page.getByRole('button', { name: 'Keep for Tollgate Starters' }).click();
    await expect(page.locator('#policies-body')).toContainText('Kept for Tollgate Starters.');
    await page.reload();
    await bar(page, 'instrument').selectOption('violin');
    await page.locator('[data-cut-query] [name=for]').selectOption({ label: 'Tollgate Starters' });
    await openTab(page, 'Hand');
    await page.getByText('How they play: fingers, bows, what is shown').click();
    await expect(page.getByLabel('How much bow')).toHaveValue('whole');
    await expect(page.getByText('usual: by note value')).toBeVisible();
    await page.getByText('Phrases on the bow, soft and loud, long notes, what you set').click();
    await expect(page.locator('[data-hands-more]')).toContainText('Every stroke is whole');
    await page.locator('[data-four]').click();
    await expect(page.locator('.side-by-side section')).toHaveCount(4);
    await expect(page.locator('.side-by-side svg.engraved')).toHaveCount(4, SLOW);
    await expect(page.locator('.side-by-side .bow-ribbon').first()).toBeVisible(SLOW);
});

test('in the lesson each layer is one key, for each instrument', async ({ page }) => {
    await signIn(page);
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Weir House Strings' }).click();
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    await page.getByRole('button', { name: /lesson/ }).click();
    await page.waitForURL(/\/lessons\/\d+$/);
    await chooseStep(page, 'Learn');
    await expect(page.locator('.stave svg.engraved')).toBeVisible(SLOW);
    await expect(page.locator('[data-room=card]')).toContainText('Start');
    const fingers = page.locator('.stave .fing');
    const where = page.locator('[data-layer=fingers] small');
    const shown = {};
    // Each press engraves anew, which takes as long as the machine is slow.
    for (let press = 0; press < 3; press++) {
        const before = await where.textContent();
        await page.keyboard.press('f');
        await expect(where).not.toHaveText(before);
        const now = await where.textContent();
        if (now === 'none') {
            await expect(fingers).toHaveCount(0, SLOW);
        } else if (now === 'all') {
            await expect.poll(() => fingers.count(), SLOW).toBeGreaterThan(0);
        }
        shown[now] = await fingers.count();
    }
    expect(Object.keys(shown).sort()).toEqual(['all', 'none', 'where new']);
    await page.keyboard.press('h');
    await expect(page.locator('[data-room=hand] .hand-picture')).toBeVisible();
    await page.keyboard.press('w');
    await expect(page.locator('.stave .bow-ribbon .stroke').first()).toBeVisible(SLOW);
    const card = await page.locator('[data-room=card]').textContent();
    await page.keyboard.press('p');
    await page.keyboard.press('p');
    await expect(page.locator('[data-room=card]')).not.toHaveText(card);
    await expect(page.locator('[data-layer=hand]')).toHaveAttribute('aria-pressed', 'true');
    await page.getByRole('button', { name: 'Bow ribbon' }).click();
    await expect(page.locator('.stave .bow-ribbon')).toHaveCount(0, SLOW);
});
