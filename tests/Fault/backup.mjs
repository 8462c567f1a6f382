// A backup made while a screen logs, checked, and restored into another home: every page tells the same.
import assert from 'node:assert/strict';
import {
    appendFileSync,
    cpSync,
    existsSync,
    mkdtempSync,
    readFileSync,
    rmSync,
    statSync,
    writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, test } from 'node:test';
import {
    Client,
    coinStair,
    difference,
    eventually,
    freePort,
    logCoin,
    runFolder,
    visit,
    wait,
    walk,
    within,
} from './client.mjs';

const url = process.env.COIN_STAIR_URL;
const folder = mkdtempSync(join(tmpdir(), 'coin-stair-backup-'));
const restored = { COIN_STAIR_HOME: join(folder, 'home'), COIN_STAIR_DATA: '', COIN_STAIR_FLUSH: '0' };
const PORT = String(await freePort());
const STARVED = 'others have the machine: what is reckoned in the background is not done';
/** By name what is restored is read from page to page. */
const LONG = Number(process.env.COIN_STAIR_KILLS) > 10;
const PAGES = 120;

after(async () => {
    await coinStair(['stop'], restored);
    rmSync(folder, { recursive: true });
    for (const home of ['home', 'loaded']) {
        rmSync(runFolder(join(folder, home)), { recursive: true, force: true });
    }
});

/** The lesson that is written while a backup is made, and what was acknowledged before and meanwhile. */
let loaded;
let backing = false;
const before = [];
const during = [];

/** Pages of every kind of row, found by following links from the first, when nothing that they ask for is still being reckoned. */
async function pages(client, looked, home = {}) {
    // What a page asks for in the background is on it when it is done: for each class, since each has its own way to play.
    for (const number of [1, 2, 3]) {
        await (await client.ask(`/classes/${number}/next`)).text();
    }
    const isDone = async () => / 0 waiting, 0 under way/.test((await coinStair(['status'], home)).out);

    return (await eventually(isDone, 100)) ? looked(client) : null;
}

test('made under load, it holds what one moment held', async (context) => {
    const client = new Client(url);
    await client.signIn();
    const lesson = await client.lesson(await client.sequence());
    loaded = lesson;
    let writing = true;
    let written = 0;
    const writer = (async () => {
        while (writing) {
            const { id } = await logCoin(url, lesson, 'load');
            written++;
            (backing ? during : before).push(id);
            await wait(10);
        }
    })();
    await wait(500);
    backing = true;
    const made = await coinStair(['backup', join(folder, 'under-load')]).finally(() => {
        writing = false;
    });
    await writer;
    assert.equal(made.code, 0, made.err);
    const checked = await coinStair(['check', join(folder, 'under-load')]);
    assert.equal(checked.code, 0, checked.err);
    context.diagnostic(`${made.out.trim()} Meanwhile ${written} entries were written.`);
    context.diagnostic(checked.out.trim());
    assert.equal(statSync(join(folder, 'under-load/settings')).mode & 0o77, 0, 'nobody else reads the secrets');
});

test('it never overwrites, and a damaged one is told', async () => {
    const again = await coinStair(['backup', join(folder, 'under-load')]);
    assert.equal(again.code, 1);
    assert.match(again.err, /is there already/);
    cpSync(join(folder, 'under-load'), join(folder, 'damaged'), { recursive: true });
    appendFileSync(join(folder, 'damaged/database.sql.gz'), 'x');
    for (const command of ['check', 'restore']) {
        const refused = await coinStair([command, join(folder, 'damaged')], command === 'restore' ? restored : {});
        assert.equal(refused.code, 1);
        assert.match(refused.err, /is damaged: its checksum/);
    }
    assert.equal(existsSync(restored.COIN_STAIR_HOME), false, 'nothing was begun');
    cpSync(join(folder, 'under-load'), join(folder, 'newer'), { recursive: true });
    const manifest = readFileSync(join(folder, 'newer/manifest'), 'utf8');
    writeFileSync(
        join(folder, 'newer/manifest'),
        manifest.replace(/^format=2$/m, 'format=1').replace(/^migration .*$/m, 'migration Version20991231000000'),
    );
    assert.match((await coinStair(['restore', join(folder, 'newer')], restored)).err, /newer release/);
    writeFileSync(
        join(folder, 'newer/manifest'),
        manifest.replace(/^format=2$/m, 'format=1').replace(/^migration .*$/gm, 'migration Version20261124000000'),
    );
    assert.match((await coinStair(['restore', join(folder, 'newer')], restored)).err, /older than the first release/);
});

test(
    'made under load and restored, it has all from before, nothing strange, and every other page is the same',
    { skip: !LONG && 'by name', timeout: within(120) },
    async (context) => {
        const home = { ...restored, COIN_STAIR_HOME: join(folder, 'loaded') };
        assert.equal((await coinStair(['restore', join(folder, 'under-load')], home)).code, 0);
        try {
            const started = await coinStair(['start', '--background', '--port', PORT], home);
            assert.equal(started.code, 0, started.err);
            const [here, there] = [new Client(url), new Client(`http://127.0.0.1:${PORT}`)];
            await here.signIn();
            await there.signIn();
            const { key } = await (await there.ask(`/lessons/${loaded.number}/key`)).json();
            const log = await there.ask(`/lessons/${loaded.number}/log`, { headers: { 'X-Lesson-Key': key } });
            const ids = (await log.json()).entries.map(([id]) => id);
            assert.deepEqual(
                before.filter((id) => !ids.includes(id)),
                [],
                'all that was acknowledged before is there',
            );
            const own = new Set([...before, ...during]);
            const kept = ids.filter((id) => own.has(id)).length;
            const pagesHere = await pages(here, (client) => walk(client, 60));
            const addresses = [...(pagesHere?.keys() ?? [])];
            const pagesThere = await pages(there, (client) => visit(client, addresses), home);
            if (!pagesHere || !pagesThere) {
                context.skip(STARVED);
                return;
            }
            const lost = addresses.filter((path) => !/^(?:200|30\d) /.test(pagesThere.get(path)));
            assert.deepEqual(lost, [], 'the same addresses, with the same ids');
            // What the lesson was about has moved on here since.
            const differ = [...pagesHere.keys()].filter((path) => pagesHere.get(path) !== pagesThere.get(path));
            const about = new RegExp(`^/$|^/lessons/${loaded.number}|^/classes/|^/sequences/|^/pieces/`);
            assert.deepEqual(
                differ.filter((path) => !about.test(path)),
                [],
            );
            assert.ok(differ.length < 8, differ.join(' '));
            context.diagnostic(
                `${before.length} before, ${during.length} meanwhile, ${kept} kept; ${pagesHere.size - differ.length} pages the same`,
            );
        } finally {
            await coinStair(['stop'], home);
        }
    },
);

test(
    'restored into another home, every page tells the same',
    { skip: !LONG && 'by name', timeout: within(120) },
    async (context) => {
        const client = new Client(url);
        await client.signIn();
        const now = await pages(client, (of) => walk(of, PAGES));
        if (!now) {
            context.skip(STARVED);
            return;
        }
        const saved = await coinStair(['backup', join(folder, 'quiet')]);
        assert.equal(saved.code, 0, saved.err);
        const done = await coinStair(['restore', join(folder, 'quiet')], restored);
        assert.equal(done.code, 0, done.err);
        const started = await coinStair(['start', '--background', '--port', PORT], restored);
        assert.equal(started.code, 0, started.err);
        const other = new Client(`http://127.0.0.1:${PORT}`);
        await other.signIn();
        const behind = await pages(other, (of) => walk(of, PAGES), restored);
        if (!behind) {
            context.skip(STARVED);
            return;
        }
        assert.deepEqual([...behind.keys()], [...now.keys()], 'the same addresses, with the same ids');
        for (const [path, text] of now) {
            assert.equal(difference(text, behind.get(path)), '', path);
        }
        assert.ok(now.size > 40);
        context.diagnostic(`${now.size} pages are the same`);
        await coinStair(['stop'], restored);
        const twice = await coinStair(['restore', join(folder, 'quiet')], restored);
        assert.equal(twice.code, 1);
        assert.match(twice.err, /is not empty/);
    },
);
