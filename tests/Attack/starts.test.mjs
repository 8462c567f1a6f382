// Two starts at once, starts that are killed, keepers that stay, a stop while somebody starts, a port that is taken.
import assert from 'node:assert/strict';
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { coinStair, wait, within, freePort } from '../Fault/client.mjs';
import { alive, Home } from './homes.mjs';
import { LONG } from './client.mjs';

const home = new Home(await freePort(), 'starts');
let made;
before(async () => {
    made = await coinStair(['start', '--background', '--port', String(home.port)], {
        ...home.env,
        PATH: `${crashesOnce('mariadb-install-db')}:${process.env.PATH}`,
    });
    assert.equal(made.code, 0, made.err);
    await home.stop();
});
after(() => home.end());

const PARTS = ['mariadbd', 'php-fpm: master', 'nginx: master', 'runsvdir'];
/**
 * A folder with a program that crashes when it is first called, and then is the one that is installed.
 *
 * @param {string} name
 */
function crashesOnce(name) {
    const folder = join(home.folder, 'crashes');
    mkdirSync(folder);
    const lines = [
        '#!/bin/sh',
        `if mkdir ${join(folder, 'crashed')} 2>/dev/null; then echo 'Segmentation fault'; exit 1; fi`,
        `PATH=\${PATH#*:} exec ${name} "$@"`,
    ];
    writeFileSync(join(folder, name), lines.join('\n'), { mode: 0o755 });
    return folder;
}

const running = (name) => home.processes().filter((line) => line.includes(name)).length;

test('a server that crashes while its database is made is begun again', () => {
    assert.equal(made.code, 0, made.err);
    assert.equal(existsSync(join(home.folder, 'crashes/crashed')), true);
    const aside = readdirSync(home.path).filter((name) => name.startsWith('database.unfinished-'));
    assert.equal(aside.length, 1, 'nothing is deleted');
});

test('of two starts at once one starts, and the other says why not', { timeout: within(120) }, async () => {
    for (let round = 0; round < (LONG ? 10 : 1); round++) {
        const answers = await Promise.all([home.start(), wait(round * 150).then(() => home.start())]);
        const codes = answers.map(({ code }) => code).sort();
        assert.deepEqual(codes, [0, 1], answers.map(({ err }) => err).join('\n'));
        const refused = answers.find(({ code }) => code === 1);
        assert.match(refused.err, /another command is at work on this home|already running at/);
        for (const name of PARTS) {
            assert.equal(running(name), 1, `one ${name}`);
        }
        assert.equal((await home.command('status')).code, 0);
        assert.equal((await home.stop()).code, 0);
        assert.deepEqual(home.processes(), [], 'nothing stays');
    }
});

test('a start in the foreground is ended by stop, also while it is under way', { timeout: within(120) }, async () => {
    for (const pause of LONG ? [400, 1500, 8000] : [1500]) {
        const start = home.startInForeground();
        await wait(pause);
        const stopped = await home.stop();
        assert.equal(stopped.code, 0, stopped.err);
        assert.equal(await start.ended, 130, start.said);
        assert.deepEqual(home.processes(), [], `nothing stays of a start that was stopped after ${pause} ms`);
    }
});

test(
    'a start that was killed leaves nothing that the next one trips over',
    { timeout: within(300) },
    async (context) => {
        const rounds = LONG ? 20 : 1;
        for (let round = 0; round < rounds; round++) {
            const start = home.startInForeground();
            await wait(200 + ((round + 0.5) * 4500) / rounds);
            // The script alone: what it started lives on, as after a terminal that was closed hard.
            process.kill(start.pid, 'SIGKILL');
            await start.ended;
            const again = await home.start();
            // One that had come to its end needs nobody: its keepers go on.
            assert.ok(again.code === 0 || /already running/.test(again.err), again.err);
            assert.equal((await home.command('status')).code, 0);
            for (const name of PARTS) {
                assert.equal(running(name), 1, `one ${name} after a start that was killed in round ${round}`);
            }
            await home.stop();
            assert.deepEqual(home.processes(), [], 'nothing stays');
        }
        context.diagnostic(`${rounds} starts were killed, and started again`);
    },
);

test('a port that is taken is told at once, before anything is installed or made', async () => {
    const taken = createServer();
    const port = await freePort();
    // Somebody who listens and never answers.
    await new Promise((resolve) => taken.listen(port, '0.0.0.0', resolve));
    const fresh = `${home.folder}/fresh`;
    try {
        const began = Date.now();
        const refused = await coinStair(['start', '--background', '--port', String(port)], {
            COIN_STAIR_HOME: fresh,
            COIN_STAIR_DATA: '',
        });
        assert.equal(refused.code, 1);
        assert.match(refused.err, new RegExp(`port ${port} is busy`));
        assert.ok(Date.now() - began < 1500);
        assert.equal(existsSync(fresh), false, 'nothing was made');
    } finally {
        taken.close();
        rmSync(fresh, { recursive: true, force: true });
    }
});

test('stop ends a command of its own home alone', async () => {
    const other = new Home(await freePort(), 'other');
    try {
        const start = other.startInForeground();
        await wait(500);
        await home.stop();
        assert.ok(alive(start.pid), 'the start of another home goes on');
        await other.stop();
        await start.ended;
    } finally {
        await other.end();
    }
});
