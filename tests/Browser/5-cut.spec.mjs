// Cutting a piece: once with the mouse, once with the keys alone.
import { chunk, expect, openPiece, openTab, pull, signIn, test, tile } from './steps.mjs';

const method = (page) => page.locator('[data-cut-query] [name=method]');
const spans = (page) =>
    page
        .locator('.measure-map .arc[role=option]')
        .evaluateAll((arcs) => arcs.map((arc) => arc.getAttribute('aria-label').replace(/^Chunk ([^,]+), .*$/, '$1')));

// Pull an edge by a beat, split, join, undo, redo, drill the worst spot, go to the sequence.
test('by mouse: see the proposal, change the method, cut, and build the sequence', async ({ page }) => {
    await page.setViewportSize({ width: 1280, height: 1100 });
    await signIn(page);
    await openPiece(page, 'Lantern Walk');
    await page.locator('[data-cut-query] [name=for]').selectOption({ label: 'Mill Lane Two' });
    await expect(page.locator('[data-cut-query] [name=for] option:checked')).toHaveText('Mill Lane Two');
    await expect.poll(() => spans(page)).toEqual(['1–4', '5–8', '9–12', '13–16']);
    await expect(page.locator('.measure-map .arc.proposed[role=option]')).toHaveCount(4);

    await method(page).selectOption('last-first');
    await expect(page.getByRole('heading', { name: 'Last first' })).toBeVisible();
    await page.getByText('Its steps').click();
    await expect(page.locator('.plan-steps li').first()).toContainText('Learn 13–16');

    await pull(page, '1–4', 'end', '5', 1, 3);
    await expect(chunk(page, '1–5.1')).toHaveCount(1);
    await expect.poll(() => spans(page)).toEqual(['1–5.1', '5.2–8', '9–12', '13–16']);
    const arc = await page.locator('.measure-map .arc[aria-label^="Chunk 9–12,"] .hold').boundingBox();
    await page.mouse.dblclick(arc.x + arc.width / 2, arc.y + 8);
    await expect(chunk(page, '9–10')).toHaveCount(1);
    await expect(chunk(page, '11–12')).toHaveCount(1);
    await chunk(page, '1–5.1')
        .locator('.hold')
        .click({ position: { x: 40, y: 8 } });
    await page.getByRole('button', { name: 'Join with the next' }).click();
    await expect(chunk(page, '1–8')).toHaveCount(1);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(chunk(page, '1–5.1')).toHaveCount(1);
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(chunk(page, '1–8')).toHaveCount(1);

    await page.locator('[data-cut-query] [value=bass]').check();
    await openTab(page, 'Spots');
    await expect(page.locator('[data-spots] li').first()).toContainText('Basses');
    const place = await page.locator('[data-spots] [data-choose] b').first().textContent();
    await page.locator('[data-spots] [data-choose]').first().click();
    await expect(tile(page, place.split(',')[0].trim())).toHaveAttribute('aria-selected', 'true');
    await page.locator('[data-spots] [data-spot]').first().click();
    await expect(page.locator('.measure-map .arc.spot[role=option]')).toHaveCount(1);
    await openTab(page, 'Cut');
    await expect(page.locator('#chunk-choice option:checked')).toContainText('spot');

    await page.getByRole('button', { name: 'Build a sequence' }).click();
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Learn 13–16');
    await expect(page.locator('#aim-method')).toHaveValue('last-first');
});

test('by keys alone: the same', async ({ page }) => {
    await signIn(page);
    await openPiece(page, 'Harbour Bells');
    await page.locator('[data-cut-query] [name=for]').focus();
    await page.keyboard.type('Year 2');
    await expect(page.locator('[data-cut-query] [name=for]')).toHaveValue('year-2');
    await expect.poll(() => spans(page)).toEqual(['1–4', '5–8', '9–12', '13–16']);
    await method(page).focus();
    await page.keyboard.type('Worst');
    await expect(page.getByRole('heading', { name: 'Worst spots first' })).toBeVisible();
    await page.waitForLoadState('networkidle');

    // From the tools on to the chunks: one stop, then the arrows.
    await page.locator('[data-arcs] [tabindex="0"]').focus();
    await page.keyboard.press('ArrowLeft');
    await expect(chunk(page, '1–4.3')).toBeFocused();
    await page.keyboard.press('ArrowRight');
    await expect(chunk(page, '1–4')).toBeFocused();
    await page.keyboard.press('ArrowDown');
    await expect(chunk(page, '5–8')).toBeFocused();
    await page.keyboard.press('Shift+ArrowRight');
    await expect(chunk(page, '5.2–8')).toBeFocused();
    await page.keyboard.press('s');
    await expect(chunk(page, '5.2–6')).toBeFocused();
    await page.keyboard.press('j');
    await expect(chunk(page, '5.2–8')).toBeFocused();
    await page.keyboard.press('Control+z');
    await expect(chunk(page, '7–8')).toHaveCount(1);
    await page.keyboard.press('Control+y');
    await expect(chunk(page, '7–8')).toHaveCount(0);
    for (let at = 0; at < 5; at++) {
        await page.keyboard.press('Control+z');
    }
    await expect(page.locator('.measure-map .arc.proposed[role=option]')).toHaveCount(4);

    await page.getByRole('tab', { name: 'Cut' }).focus();
    await page.keyboard.press('ArrowRight');
    const spot = page.locator('[data-spots] [data-choose]').first();
    await spot.focus();
    await page.keyboard.press('m');
    await expect(page.locator('.measure-map .arc.spot[role=option]')).toBeFocused();
    await page.keyboard.press('Delete');
    await expect(page.locator('.measure-map .arc.spot')).toHaveCount(0);

    // A sequence is of a class.
    await page.getByRole('tab', { name: 'Spots' }).focus();
    await page.keyboard.press('ArrowLeft');
    await page.locator('[data-cut-query] [name=for]').focus();
    await page.keyboard.type('Weir');
    await expect(page.locator('.build [name=class]')).toHaveCount(1);
    await page.waitForLoadState('networkidle');
    await page.getByRole('button', { name: 'Build a sequence' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Learn');
    await expect(page.locator('#aim-method')).toHaveValue('spot-first');
});
