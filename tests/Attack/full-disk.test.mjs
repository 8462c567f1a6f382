// The disk is full: nothing that was acknowledged is lost, nothing is begun by half, every refusal says why, and all is well when there is
// room again. On a small disk of its own, where this machine lets one be made.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, statSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Client, freePort, healthy, logCoin, wait, within } from '../Fault/client.mjs';
import { Home } from './homes.mjs';

const home = new Home(await freePort(), 'disk');
const fill = join(home.path, 'fill');
mkdirSync(home.path);
const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=280m', 'tmpfs', home.path]).status === 0;
const skip = mounted ? false : 'no disk of its own can be made here';

before(async () => {
    if (mounted) {
        const started = await home.command('demo', '--background', '--port', String(home.port));
        assert.equal(started.code, 0, started.err);
    }
});
after(async () => {
    if (mounted) {
        rmSync(fill, { force: true });
        await home.stop();
        home.killAll();
        spawnSync('umount', ['-l', home.path]);
    }
    await home.end();
});

function fillDisk() {
    const file = openSync(fill, 'a');
    for (const size of [1 << 20, 4096, 1]) {
        const block = Buffer.alloc(size);
        try {
            for (;;) {
                writeSync(file, block);
            }
        } catch (error) {
            assert.equal(error.code, 'ENOSPC');
        }
    }
    closeSync(file);
}

test(
    'coins that are acknowledged are there, others are told and kept by the screen',
    { skip, timeout: within(120) },
    async (context) => {
        const client = new Client(home.url);
        await client.signIn();
        const lesson = await client.lesson(await client.sequence());
        const acknowledged = [];
        fillDisk();
        const statuses = new Set();
        // Long texts, so that tables have to grow.
        for (let coin = 0; coin < 3000 && !statuses.has(507); coin++) {
            const { id, answer } = await logCoin(home.url, lesson, 'disk', 'x'.repeat(490));
            statuses.add(answer.status);
            if (answer.ok) {
                acknowledged.push(id);
            }
        }
        const refused = [...statuses].filter((status) => status !== 200);
        assert.deepEqual(
            refused.filter((status) => ![503, 507].includes(status)),
            [],
        );
        assert.equal((await client.ask('/')).status < 400, true, 'what is there can be read');
        const own = await home.command('backup');
        assert.equal(own.code, 1);
        assert.match(own.err, /no room on the disk/);
        rmSync(fill);
        await healthy(home.url);
        context.diagnostic(
            `${acknowledged.length} coins acknowledged; refused with ${refused.join(', ') || 'nothing'}`,
        );
        const log = await fetch(`${home.url}/lessons/${lesson.number}/log?after=0`, {
            headers: { 'X-Lesson-Key': lesson.data.key },
        });
        const there = new Set((await log.json()).entries.map(([id]) => id));
        assert.deepEqual(
            acknowledged.filter((id) => !there.has(id)),
            [],
        );
    },
);

test('a part that dies meanwhile waits for room, and nothing is emptied', { skip, timeout: within(120) }, async () => {
    const files = ['env', 'database-url', 'client.cnf', 'port', 'database-port', 'fpm.conf', 'nginx.conf'];
    const read = () => {
        // Another instance may take the database's port while it is away; it finds another one then.
        const port = readFileSync(join(home.path, 'database-port'), 'utf8').trim();
        return files.map((file) => readFileSync(join(home.path, file), 'utf8').replaceAll(port, 'PORT'));
    };
    const before = read();
    fillDisk();
    process.kill(home.leader('fpm'), 'SIGKILL');
    process.kill(home.leader('database'), 'SIGKILL');
    await wait(12_000);
    rmSync(fill);
    await healthy(home.url);
    assert.deepEqual(read(), before);
});

test(
    'a start without room says so, leaves all as it was, and goes well later',
    { skip, timeout: within(120) },
    async () => {
        await home.stop();
        fillDisk();
        const refused = await home.start();
        assert.equal(refused.code, 1);
        assert.match(refused.err, /no room on the disk|is there room on its disk/);
        for (const file of ['env', 'database-url', 'client.cnf']) {
            assert.ok(statSync(join(home.path, file)).size > 0, `${file} is not empty`);
        }
        rmSync(fill);
        const started = await home.start();
        assert.equal(started.code, 0, started.err);
    },
);
