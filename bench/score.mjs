// The score of the piece page in a real browser: how soon it stands there, and how smoothly it scrolls and is dragged over.
import { chromium } from '@playwright/test';
import { launch } from '../tests/Browser/launch.mjs';

const base = process.env.COIN_STAIR_URL ?? 'http://127.0.0.1:8080';
const browser = await chromium.launch(launch);
const context = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 } });
const page = await context.newPage();
// When the score stood there, and when the page itself did.
await page.addInitScript(() => {
    const look = () => {
        if (document.querySelector('.measure-map .tile')) {
            window.scoreStood = performance.now();
        } else {
            requestAnimationFrame(look);
        }
    };
    requestAnimationFrame(look);
});

/** Four voices of so many measures, with eighths and quarters. */
function tune(measures) {
    const bars = ['DEFG A2 B2', 'A2 F2 D2 E2', 'G2 B2 A2 F2', 'EDEF G2 E2'];
    const voice = (octave) =>
        Array.from({ length: measures }, (_, at) =>
            bars[(at * 3 + (at >> 2)) % 4].replace(/([A-G])/g, '$1' + octave),
        ).join('|');
    const voices = [
        ['Violin', ''],
        ['Viola', ','],
        ['Cello', ','],
        ['Bass', ',,'],
    ];
    const heads = voices.map(
        ([name], at) => `V:${at + 1} name="${name}" clef=${['treble', 'alto', 'bass', 'bass'][at]}`,
    );
    const lines = voices.map(([, octave], at) => `V:${at + 1}\n${voice(octave)}|]`);
    return `X:1\nT:Score bench ${measures}\nM:4/4\nL:1/8\nQ:1/4=96\n${heads.join('\n')}\nK:D\n${lines.join('\n')}\n`;
}

async function add(measures) {
    await page.goto('/library/new');
    await page.locator('#abc').fill(tune(measures));
    await page.getByRole('button', { name: 'Read the tune' }).click();
    await page.locator('.measure-map .tile').first().waitFor({ timeout: 60_000 });
    return new URL(page.url()).pathname;
}

/** Milliseconds from the page to its score: the middle one of five. */
async function known(path) {
    const times = [];
    for (let at = 0; at < 5; at++) {
        await page.goto(path);
        await page.locator('.measure-map .tile').first().waitFor({ timeout: 60_000 });
        times.push(
            await page.evaluate(() => {
                const [{ domContentLoadedEventEnd }] = performance.getEntriesByType('navigation');
                return window.scoreStood - domContentLoadedEventEnd;
            }),
        );
    }
    return times.sort((a, b) => a - b)[2];
}

/** Milliseconds between frames while something is done. */
async function frames(doing) {
    await page.evaluate(() => {
        window.frameTimes = [];
        const tick = (now) => {
            window.frameTimes.push(now);
            window.ticking = requestAnimationFrame(tick);
        };
        window.ticking = requestAnimationFrame(tick);
    });
    await doing();
    return page.evaluate(() => {
        cancelAnimationFrame(window.ticking);
        const gaps = window.frameTimes.slice(1).map((time, at) => time - window.frameTimes[at]);
        gaps.sort((a, b) => a - b);
        return { each: gaps[gaps.length >> 1], slow: gaps[Math.floor(gaps.length * 0.95)], count: gaps.length };
    });
}

const tell = (name, value, budget) =>
    console.log(`  ${name.padEnd(52)} ${String(Math.round(value)).padStart(6)} ms   budget ${budget}`);
const fps = ({ each, slow }) => `${(1000 / each).toFixed(0)} frames a second, 95 of 100 within ${slow.toFixed(0)} ms`;

await page.goto('/sign-in');
await page.getByLabel('E-mail address').fill('teacher@coinstair.example');
await page.getByLabel('Password').fill('copper-stairs-4');
await page.getByRole('button', { name: 'Sign in' }).click();
await page.getByRole('heading', { level: 1 }).waitFor();

console.log('\nFrom the page to its score');
const short = await add(32);
tell('a known piece, 32 measures × 4 parts', await known(short), 300);
const ready = page.locator('[data-stave] svg.engraved');
const fresh = [];
for (const instrument of ['violin', 'viola', 'cello']) {
    await ready.evaluate((svg) => (svg.dataset.old = 'yes'));
    const start = Date.now();
    await page.locator('.hands-bar [name=instrument]').selectOption(instrument);
    await page.waitForFunction(() => document.querySelector('[data-stave] svg.engraved:not([data-old]) .tile'));
    fresh.push(Date.now() - start);
}
tell('a new part of 32 measures, the engine loaded', fresh.sort((a, b) => a - b)[1], 800);

console.log('\n64 measures × 4 parts');
const long = await add(64);
tell('a known piece', await known(long), 300);
await page.mouse.move(400, 500);
const scrolled = await frames(async () => {
    for (let at = 0; at < 60; at++) {
        await page.mouse.wheel(0, at < 30 ? 90 : -90);
        await page.waitForTimeout(16);
    }
});
console.log(`  scrolling: ${fps(scrolled)} (budget 50)`);
const tiles = page.locator('.measure-map .tile');
const [first, last] = [await tiles.nth(0).boundingBox(), await tiles.nth(6).boundingBox()];
const dragged = await frames(async () => {
    await page.mouse.move(first.x + 20, first.y + 40);
    await page.mouse.down();
    for (let at = 0; at <= 60; at++) {
        await page.mouse.move(
            first.x + 20 + ((last.x - first.x) * at) / 60,
            first.y + 40 + ((last.y - first.y) * at) / 60,
        );
    }
    await page.mouse.up();
});
console.log(`  dragging over measures: ${fps(dragged)} (budget 50)`);
for (const path of [short, long]) {
    await page.goto(path + '/settings');
    await page.getByRole('button', { name: 'Put this piece away' }).click();
}
await browser.close();
