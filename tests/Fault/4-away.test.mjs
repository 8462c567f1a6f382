// While a part is away: a page that needs nothing, told at once; the open lesson goes on from what its screen keeps.
import assert from 'node:assert/strict';
import { chromium } from '@playwright/test';
import { createHash } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { test } from 'node:test';
import { launch } from '../Browser/launch.mjs';
import { Client, wait } from './client.mjs';

const url = process.env.COIN_STAIR_URL;
const home = process.env.COIN_STAIR_HOME;
// As bin/lib/home.sh names it.
const short = createHash('sha256').update(home).digest('hex').slice(0, 10);
const run = join(process.env.XDG_RUNTIME_DIR ?? '/tmp', `coin-stair-${process.getuid()}-${short}`);
const sv = (command, part) => execFileSync('sv', ['-w', '20', command, join(run, 'services', part)]);

async function healthy() {
    for (let tries = 0; tries < 200; tries++) {
        const ok = await fetch(`${url}/health`)
            .then((answer) => answer.ok)
            .catch(() => false);
        if (ok) {
            return;
        }
        await wait(100);
    }
    assert.fail('it is not up again');
}

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
            await healthy();
        }
    });
}

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
    'a lesson goes on while the database is away, also when its page is loaded again',
    { timeout: 90_000 },
    async () => {
        const browser = await chromium.launch(launch);
        try {
            const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
            await page.goto(`${url}/sign-in`);
            await page.getByLabel('E-mail address').fill('teacher@coinstair.example');
            await page.getByLabel('Password').fill('copper-stairs-4');
            await page.keyboard.press('Enter');
            await page.getByRole('heading', { level: 1, name: 'Today' }).waitFor();
            await page.goto(`${url}/sequences/4`);
            await page.getByRole('button', { name: /lesson/ }).click();
            await page.locator('.room[data-kept=yes]').waitFor({ timeout: 30_000 });
            await page.locator('[data-room=steps]').selectOption({ index: 1 });
            const saved = page.locator('[data-room=saved]');
            await page.keyboard.press('c');
            await saved.filter({ hasText: 'all saved' }).waitFor();
            sv('stop', 'database');
            try {
                await page.keyboard.press('c');
                await saved.filter({ hasText: 'waiting to be sent: 1' }).waitFor();
                await page.reload();
                await page.locator('.stave svg.engraved').waitFor({ timeout: 30_000 });
                await saved.filter({ hasText: 'waiting to be sent: 1' }).waitFor();
                await page.keyboard.press('x');
                await saved.filter({ hasText: 'waiting to be sent: 2' }).waitFor();
            } finally {
                sv('start', 'database');
                await healthy();
            }
            await saved.filter({ hasText: 'all saved' }).waitFor({ timeout: 15_000 });
        } finally {
            await browser.close();
        }
    },
);
