// What the browser tests share: how a teacher signs in, and where things are. Real clicks and keys only.
import { expect } from '@playwright/test';

export const ACCOUNT = { email: 'teacher@coinstair.example', password: 'copper-stairs-4' };

export async function signIn(page) {
    await page.goto('/');
    await page.getByLabel('E-mail address').fill(ACCOUNT.email);
    await page.getByLabel('Password').fill(ACCOUNT.password);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Today' })).toBeVisible();
}

export async function openPiece(page, title) {
    await page.goto('/library');
    await page.getByRole('searchbox').fill(title);
    await page.getByRole('link', { name: title, exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: title })).toBeVisible();
    await expect(page.locator('svg.engraved').first()).toBeVisible({ timeout: 30_000 });
}

export const tile = (page, number) => page.locator(`.measure-map .tile[data-number="${number}"]`).first();

/** Makes a chunk by dragging over the map. */
export async function dragChunk(page, from, last) {
    const start = await tile(page, from).boundingBox();
    await page.mouse.move(start.x + 20, start.y + 30);
    await page.mouse.down();
    const end = await tile(page, last).boundingBox();
    await page.mouse.move(end.x + 10, end.y + 25, { steps: 6 });
    await page.mouse.move(end.x + 20, end.y + 30);
    await page.mouse.up();
    await page.getByRole('button', { name: 'Make a chunk' }).click();
    await expect(chunk(page, `${from}–${last}`)).toBeVisible();
}

/** Makes a chunk with arrow keys alone, from the tile that has the focus. */
export async function keyChunk(page, from, last) {
    await tile(page, from).focus();
    await page.keyboard.press('Space');
    for (let at = Number(from); at < Number(last); at++) {
        await page.keyboard.press('Shift+ArrowRight');
    }
    await page.keyboard.press('Enter');
    await expect(chunk(page, `${from}–${last}`)).toBeVisible();
}

export const chunk = (page, span) => page.locator('.chunk-list li', { has: page.locator(`strong:text-is("${span}")`) });
