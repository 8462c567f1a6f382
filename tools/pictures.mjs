// Takes the pictures of docs/screenshots from the running demo: node tools/pictures.mjs [NAME …], with COIN_STAIR_URL and
// PICTURES as wanted.
import { chromium } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { launch } from '../tests/Browser/launch.mjs';

const base = process.env.COIN_STAIR_URL ?? 'http://127.0.0.1:8080';
const folder = process.env.PICTURES ?? new URL('../docs/screenshots', import.meta.url).pathname;
const wanted = process.argv.slice(2);
const browser = await chromium.launch(launch);
const context = await browser.newContext({
    baseURL: base,
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
});
const page = await context.newPage();

async function take(name, prepare, { width = 1280, height = 800, full = false } = {}) {
    if (wanted.length > 0 && !wanted.includes(name)) {
        return;
    }
    await page.setViewportSize({ width, height });
    await prepare();
    await page.waitForLoadState('networkidle');
    await page.evaluate(() => document.fonts.ready.then(() => true));
    await page.screenshot({ path: `${folder}/${name}.png`, fullPage: full });
    console.log(name);
}

const engraved = () => page.locator('svg.engraved').first().waitFor();

async function openPiece(title) {
    await page.goto('/library?search=' + encodeURIComponent(title));
    await page.getByRole('link', { name: title, exact: true }).click();
    await engraved();
}

async function openSequence(className) {
    await page.goto('/classes');
    await page.getByRole('link', { name: className, exact: true }).click();
    await page.locator('section[aria-labelledby=sequences-title] a').first().click();
}

mkdirSync(folder, { recursive: true });
await page.goto('/sign-in');
await page.getByLabel('E-mail address').fill('teacher@coinstair.example');
await page.getByLabel('Password').fill('copper-stairs-4');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('heading', { level: 1 }).waitFor();
await take('today', () => page.goto('/'));
await take('pieces-of-classes', () => page.goto('/classes/pieces'));
await take('library', async () => {
    await page.goto('/library');
    await page.locator('#library-for').selectOption({ label: 'Mill Lane Two' });
    await page.waitForURL(/for=class/);
    await page.locator('.incipit svg.engraved').nth(9).waitFor();
});
await take('quick-entry', async () => {
    await page.goto('/library/entry');
    await page.getByLabel('Title').fill('Kiln Lane');
    await page.getByLabel('Goal tempo').fill('88');
    await page.locator('#text').fill('|: D E F G | A2 B A | G F E D |[1 E2 A,2 :|[2 D4 |]\nA B c B A | d2 A2 |]');
    await page.locator('.typed mark').first().waitFor();
    await engraved();
    await page.locator('#text').press('Control+Home');
    await page.waitForTimeout(600);
});
await take('piece', async () => {
    await openPiece('Kettle on the Hob');
    await page.locator('.hands-bar [name=instrument]').selectOption('violin');
    await page.locator('.hands-bar [name=fingers]').selectOption('all');
    await page
        .locator('.measure-map .arc[role=option] .hold')
        .first()
        .click({ position: { x: 200, y: 8 } });
    await page.waitForTimeout(900);
});
await take('methods', async () => {
    await page.goto('/library?search=Kettle');
    const address = await page.getByRole('link', { name: 'Kettle on the Hob', exact: true }).getAttribute('href');
    await page.goto(address + '/methods?one=forward&other=find-it');
});
await take('note', async () => {
    await openPiece('Night Train to Brindle');
    await page.locator('.hands-bar [name=instrument]').selectOption('cello');
    await page.locator('.hands-bar [name=fingers]').selectOption('all');
    await page.locator('[data-stave] .of-fingers').first().waitFor();
    await page.locator('[data-notation]').focus();
    for (let note = 0; note < 4; note++) {
        await page.keyboard.press('ArrowRight');
    }
    await page.locator('.set-note').waitFor();
    await page.waitForTimeout(800);
});
await take(
    'side-by-side',
    async () => {
        await openPiece('Harbour Bells');
        const address = new URL(page.url()).pathname;
        await page.goto(address + '/four?from=0&to=4&for=year-3&fingers=all&bows=1&ribbon=1');
        await engraved();
        await page.waitForTimeout(2500);
    },
    { full: true },
);
await take(
    'class-hands',
    async () => {
        await page.goto('/classes');
        await page.getByRole('link', { name: 'Mill Lane Two', exact: true }).click();
        await page.getByRole('link', { name: 'How they play' }).click();
    },
    { full: true },
);
await take('sequence', async () => {
    await openSequence('Mill Lane Two');
    await page
        .locator('[data-music]')
        .filter({ hasText: /^\s*Learn/ })
        .first()
        .focus();
    await engraved();
    await page.waitForTimeout(600);
});
await take('class', async () => {
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Mill Lane Two', exact: true }).click();
});
async function openClassPage(which) {
    await page.goto('/classes');
    const address = await page.getByRole('link', { name: 'Mill Lane Two', exact: true }).getAttribute('href');
    await page.goto(address + which);
}
await take('quilt', async () => {
    await openClassPage('/skills');
    await page.locator('[data-quilt] td a, [data-quilt] td button').nth(40).click();
    await page.waitForTimeout(800);
});
await take('what-next', () => openClassPage('/next'));
await take('term-report', () => openClassPage('/report.html'), { full: true });
await take('program', () => page.goto('/program'));

async function openLesson() {
    await openSequence('Mill Lane Two');
    await page
        .getByRole('button', { name: /lesson/i })
        .first()
        .click();
    await page.locator('[data-room=steps]').waitFor();
    const steps = page.locator('[data-room=steps]');
    const open = await steps
        .locator('option')
        .evaluateAll((options) => options.findIndex(({ textContent }) => /^\d+\. Learn/.test(textContent)));
    await steps.selectOption({ index: open });
    await engraved();
    await page.waitForTimeout(1500);
    await page.keyboard.press('c');
    await page.waitForTimeout(800);
}
await take('lesson', openLesson);
await take(
    'lesson-projector',
    async () => {
        await openLesson();
        await page.keyboard.press('f');
        await page.keyboard.press('h');
        await page.waitForTimeout(2500);
    },
    { width: 1920, height: 1080 },
);
await take('lesson-end', async () => {
    await openLesson();
    for (const key of 'cccccxcc') {
        await page.keyboard.press(key);
        await page.waitForTimeout(200);
    }
    await page.keyboard.press('e');
    await page.waitForURL(/\/end$/);
});
await take('record', async () => {
    await page.goto('/lessons/3/end');
    if ((await page.locator('.corrections').count()) === 0) {
        await page.getByText('Correct the record').click();
        await page.getByRole('button', { name: 'One coin more' }).nth(3).click();
        await page.locator('.corrections').waitFor();
        await page.goto('/lessons/3/end');
    }
    await page.getByText('Correct the record').click();
    await page.locator('.corrections').scrollIntoViewIfNeeded();
});
await browser.close();
