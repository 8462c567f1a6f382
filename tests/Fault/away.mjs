// While a part is away: a page that needs nothing, told at once; the open lesson goes on from what its screen keeps.
import assert from 'node:assert/strict';
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { test } from 'node:test';
import { launch } from '../Browser/launch.mjs';
import { Client, coinStair, healthy, logCoin, runFolder, until, wait, within } from './client.mjs';

const url = process.env.COIN_STAIR_URL;
const home = process.env.COIN_STAIR_HOME;
const run = runFolder(home);
const sv = (command, part) => execFileSync('sv', ['-w', '20', command, join(run, 'services', part)]);

for (const part of ['database', 'fpm']) {
    test(`without the ${part} every page is a 503 that can be read, within a second`, async () => {
        const client = new Client(url);
        await client.signIn();
        sv('stop', part);
        try {
            for (const path of ['/', '/library', '/pieces/1', '/lessons/1', '/sign-in', '/health']) {
                const began = Date.now();
                const answer = await client.ask(path);
                const text = await answer.text();
                assert.equal(answer.status, 503, path);
                assert.ok(Date.now() - began < 1000, `${path} took ${Date.now() - began} ms`);
                assert.match(text, /Back in a moment/);
                assert.doesNotMatch(text, /Oops/);
                assert.ok(Number(answer.headers.get('retry-after')) > 0);
                assert.match(answer.headers.get('content-security-policy'), /default-src 'none'/);
                assert.equal(answer.headers.get('x-content-type-options'), 'nosniff');
                const style = /href="(\/build\/app-[\w]+\.css)"/.exec(text)[1];
                assert.equal((await client.ask(style)).status, 200, 'its style is there');
            }
            assert.equal((await client.post('/program', {})).status, 503, 'so is what somebody saves');
        } finally {
            sv('start', part);
            await healthy(url);
        }
    });
}

test('what works in the background waits for a database that is away for long', { timeout: within(90) }, async () => {
    sv('stop', 'database');
    await wait(10_000);
    sv('start', 'database');
    await healthy(url);
    let status;
    await until(async () => {
        status = await coinStair(['status']);
        return status.code === 0;
    }, 20);
    assert.equal(status.code, 0, status.out + status.err);
});

test('a host that is not named is not answered', async () => {
    const { port } = new URL(url);
    const out = execFileSync('curl', [
        '-s',
        '-o',
        '/dev/null',
        '-w',
        '%{http_code}',
        '-H',
        'Host: evil.example',
        `http://127.0.0.1:${port}/`,
    ]);
    assert.equal(out.toString(), '421');
});

test(
    'more at once than can be done waits, or is told so; no connection is broken',
    { timeout: within(60) },
    async (context) => {
        const client = new Client(url);
        await client.signIn();
        const answers = await Promise.allSettled(
            Array.from({ length: 700 }, () => client.ask('/library', { signal: AbortSignal.timeout(within(40)) })),
        );
        const statuses = {};
        for (const { status, value, reason } of answers) {
            const told = status === 'fulfilled' ? value.status : String(reason?.cause ?? reason);
            statuses[told] = (statuses[told] ?? 0) + 1;
        }
        context.diagnostic(JSON.stringify(statuses));
        assert.deepEqual(
            Object.keys(statuses).filter((told) => !['200', '429', '503'].includes(told)),
            [],
        );
        assert.ok(statuses[200] >= 200, 'what waited was answered');
        await healthy(url);
    },
);

test('six files that take long do not hold up a coin', { timeout: within(60) }, async (context) => {
    const client = new Client(url);
    await client.signIn();
    const lesson = await client.lesson(await client.sequence());
    const measure = (at) =>
        Array.from({ length: 8 }, (_, note) => [...'DEFGABcdefgab'][(at * 7 + note * note * 3) % 13]).join('');
    const tune = Array.from({ length: 370 }, (_, at) => measure(at)).join('|\n');
    let reading = true;
    const send = async (title) => {
        const { status } = await client.post(
            '/library/new',
            { abc: `X:1\nT:${title}\nM:4/4\nL:1/8\nK:D\n${tune}|]\n` },
            { signal: AbortSignal.timeout(within(50)) },
        );
        // On a slow machine a program that reads four has two told to come again.
        return status === 429 ? wait(1000).then(() => send(title)) : status;
    };
    const imports = Promise.all(['One', 'Two', 'Three', 'Four', 'Five', 'Six'].map(send)).finally(() => {
        reading = false;
    });
    const waits = [];
    while (reading) {
        const began = performance.now();
        const { answer } = await logCoin(url, lesson, 'imports');
        assert.equal(answer.status, 200);
        waits.push(performance.now() - began);
    }
    assert.deepEqual(await imports, Array(6).fill(303));
    context.diagnostic(`${waits.length} coins, the longest wait ${Math.max(...waits).toFixed(0)} ms`);
    assert.ok(waits.length > 10 && Math.max(...waits) < 1000);
});

test(
    'a lesson goes on while the database is away, also when its page is loaded again',
    { timeout: within(90) },
    async () => {
        const browser = await chromium.launch(launch);
        try {
            const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
            await page.goto(`${url}/sign-in`);
            await page.getByLabel('E-mail address').fill('teacher@coinstair.example');
            await page.getByLabel('Password').fill('copper-stairs-4');
            await page.keyboard.press('Enter');
            await page.getByRole('heading', { level: 1, name: 'Today' }).waitFor();
            const client = new Client(url);
            await client.signIn();
            await page.goto(`${url}/sequences/${await client.sequence(7)}`);
            await page.getByRole('button', { name: /lesson/ }).click();
            await page.locator('.room[data-kept=yes]').waitFor({ timeout: within(30) });
            const steps = page.locator('[data-room=steps]');
            const titles = await steps.locator('option').allTextContents();
            await steps.selectOption({
                index: titles.findIndex((title) => /New place|Open strings|Hand on/.test(title)),
            });
            const saved = page.locator('[data-room=saved]');
            await page.keyboard.press('c');
            await saved.filter({ hasText: 'all saved' }).waitFor();
            sv('stop', 'database');
            try {
                await page.keyboard.press('c');
                await saved.filter({ hasText: 'waiting to be sent: 1' }).waitFor();
                await page.reload();
                await page.locator('.stave svg.engraved').waitFor({ timeout: within(30) });
                await saved.filter({ hasText: 'waiting to be sent: 1' }).waitFor();
                await page.keyboard.press('x');
                await saved.filter({ hasText: 'waiting to be sent: 2' }).waitFor();
            } finally {
                sv('start', 'database');
                await healthy(url);
            }
            await saved.filter({ hasText: 'all saved' }).waitFor({ timeout: within(15) });
        } finally {
            await browser.close();
        }
    },
);
