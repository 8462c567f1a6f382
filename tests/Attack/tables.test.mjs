// The power goes while tables change, at twenty points (one in the ordinary run): the next start goes on by itself and loses nothing.
import assert from 'node:assert/strict';
import { execFileSync, spawn } from 'node:child_process';
import { cpSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { Client, difference, eventually, until, wait, walk, within, freePort } from '../Fault/client.mjs';
import { Home, RELEASE_BEFORE } from './homes.mjs';
import { LONG } from './client.mjs';

const home = new Home(await freePort(), 'tables');
const kept = join(home.folder, 'kept');
/** Tables of what is under way, of what is made anew, and of this test. */
const PASSING =
    /^(sessions|cache_items|table_change|doctrine_migration_versions|messenger_messages|piece_skills|task|form_sent|gate)$/;
const POINTS = LONG ? 20 : 1;
let whole;
let notes;

const begin = () => {
    rmSync(home.path, { recursive: true, force: true });
    cpSync(kept, home.path, { recursive: true });
};
const rows = () => Object.fromEntries(Object.entries(home.rows()).filter(([name]) => !PASSING.test(name)));
const backups = () => readdirSync(join(home.path, 'backups')).filter((name) => !name.includes('.part-'));

async function told() {
    const client = new Client(home.url);
    await client.signIn();
    const read = () => walk(client, LONG ? 60 : 8);
    // What a page asks for in the background is on it when it is done.
    await read();
    const isDone = await eventually(
        () => home.sql("SELECT id FROM task WHERE state IN ('waiting', 'running')") === '',
        60,
    );
    return { rows: rows(), pages: await read(), isDone };
}

/** Statements to the database of the home while nothing of it runs. */
async function prepare(statements) {
    const socket = join(home.folder, 'db.sock');
    const server = spawn('mariadbd', [
        '--no-defaults',
        `--datadir=${join(home.path, 'database')}`,
        `--socket=${socket}`,
        `--tmpdir=${home.folder}`,
        '--skip-networking',
        '--skip-grant-tables',
        '--user=root',
    ]);
    const client = (sql) =>
        execFileSync('mariadb', ['--no-defaults', `--socket=${socket}`, 'coin_stair'], { input: sql, stdio: 'pipe' });
    const ended = new Promise((resolve) => server.on('exit', resolve));
    await until(() => client('SELECT 1') !== '', 10);
    client(statements);
    server.kill('SIGTERM');
    await ended;
}

/** Each note of a change passes a gate, which counts them and holds up the one that it is told to. */
const GATE = `
    CREATE TABLE table_change (version VARCHAR(120) NOT NULL, number INT NOT NULL, statement CHAR(32) NOT NULL,
        tables_before CHAR(32) NOT NULL, done TINYINT NOT NULL, PRIMARY KEY (version, number)) DEFAULT CHARACTER SET utf8mb4;
    CREATE TABLE gate (passed INT, stops_at INT) ENGINE=MyISAM;
    INSERT INTO gate VALUES (0, 0);
    DELIMITER //
    CREATE DEFINER = 'coin_stair'@'127.0.0.1' TRIGGER gate BEFORE INSERT ON table_change FOR EACH ROW BEGIN
        UPDATE gate SET passed = passed + 1;
        IF (SELECT passed = stops_at FROM gate) THEN DO SLEEP(60); END IF;
    END//
    DELIMITER ;
`;

const AT_THE_GATE = `SELECT id FROM information_schema.processlist
    WHERE id <> CONNECTION_ID() AND time_ms > 400 AND info IS NOT NULL`;

before(async () => {
    const restored = await home.command('restore', RELEASE_BEFORE);
    assert.equal(restored.code, 0, restored.err);
    await prepare(GATE);
    home.copy(kept);
    const started = await home.start();
    assert.equal(started.code, 0, started.err);
    whole = await told();
    notes = Number(home.sql('SELECT passed FROM gate'));
    assert.ok(notes > 1, 'tables change with this release');
    assert.equal(backups().length, 1, 'one backup of before');
    await home.stop();
});
after(() => home.end());

/** Starts, and ends everything when a note is at the gate. */
async function killedAt(note) {
    await home.stop();
    home.killAll();
    begin();
    await prepare(`UPDATE gate SET stops_at = ${note}`);
    const start = home.startInForeground();
    await until(() => home.sql(AT_THE_GATE) !== '', 30);
    home.killAll();
    await start.ended;
}

test('killed while tables change, it starts again by itself, whole', { timeout: within(900) }, async (context) => {
    for (let point = 0; point < POINTS; point++) {
        const note = 1 + Math.floor(((point + 0.5) * notes) / POINTS);
        await killedAt(note);
        const again = await home.start();
        assert.equal(again.code, 0, again.err);
        assert.match(again.out, /was broken off and goes on now/);
        const now = await told();
        for (const [table, count] of Object.entries(whole.rows)) {
            assert.equal(now.rows[table], count, `rows of ${table}, killed at note ${note}`);
        }
        assert.deepEqual([...now.pages.keys()], [...whole.pages.keys()]);
        const isComparable = whole.isDone && now.isDone;
        if (!isComparable) {
            context.diagnostic('others have the machine: what the background looks for is not on the pages');
        }
        for (const [path, text] of isComparable ? whole.pages : []) {
            assert.equal(difference(text, now.pages.get(path)), '', `${path} is as it was, killed at note ${note}`);
        }
        assert.equal(backups().length, 1, 'the backup of before was made once');
        await home.stop();
    }
    context.diagnostic(`${POINTS} kills at points among ${notes}: ${POINTS} started again, rows and pages equal`);
});

test(
    'killed again and again, it makes no further backup, names the first, and goes back to it in one command',
    { skip: !LONG && 'by name', timeout: within(300) },
    async () => {
        await killedAt(1);
        const [first] = backups();
        for (let round = 0; round < 2; round++) {
            const start = home.startInForeground();
            await wait(2500);
            home.killAll();
            await start.ended;
        }
        assert.deepEqual(backups(), [first]);
        const back = await home.command('restore', '--aside', join(home.path, 'backups', first));
        assert.equal(back.code, 0, back.err);
        assert.match(back.out, /What was there before is in .*aside-/);
        const saved = await home.command('backup', '--check', '--keep', '1');
        assert.equal(saved.code, 0, saved.err);
        assert.ok(backups().includes(first), 'the newest backup of before a change stays');
        assert.equal((await home.start()).code, 0);
        assert.deepEqual((await told()).rows, whole.rows);
    },
);
