// Each part is killed again and again while a screen logs and a book is read in the background. No entry that was acknowledged is lost,
// none is doubled, all is up again each time, and the book is there once. COIN_STAIR_KILLS says how often each part: once in the ordinary
// run, fifty times by bin/test fault.
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { test } from 'node:test';
import { children, Client, coinStair, leader, runFolder, until, wait, within } from './client.mjs';

const home = process.env.COIN_STAIR_HOME;
const url = process.env.COIN_STAIR_URL;
const kills = Number(process.env.COIN_STAIR_KILLS ?? 3);
const UP_WITHIN = 20_000;
/** Milliseconds between two entries: a database that answers at once would fill a lesson in a minute. */
const PAUSE = 10;
/** A lesson takes some more. */
const OF_A_LESSON = 3500;
const BOOK = kills > 10 ? 120 : 60;

/** What is killed: the process that leads a part, or one that works for it. */
const PARTS = {
    database: () => leader(home, 'database'),
    'php-fpm': () => leader(home, 'fpm'),
    'a worker of php-fpm': () => children(leader(home, 'fpm')).at(Math.floor(Math.random() * 6)),
    nginx: () => leader(home, 'nginx'),
    'the worker of nginx': () => children(leader(home, 'nginx'))[0],
    'what works in the background': () => leader(home, 'worker'),
};
/** One that was never up before it is killed again counts as one that cannot start. */
const ALIVE = { 'what works in the background': () => existsSync(join(runFolder(home), 'worker.alive')) };

/** Logs one entry after the other, each again until it is acknowledged; when a lesson is full, in the next. */
class Screen {
    acknowledged = [];
    refusals = 0;
    #stop = false;
    #lessons = [];

    /** @param {() => Promise<object>} begin a lesson */
    constructor(begin) {
        this.begin = begin;
    }

    async open() {
        const lesson = await this.begin();
        this.address = `${url}/lessons/${lesson.number}/log?after=1000000`;
        this.key = lesson.data.key;
        this.step = lesson.data.steps.find(({ treads }) => treads.length > 0).id;
        this.#lessons.push({ address: this.address, key: this.key });
    }

    async write() {
        for (let count = 1; !this.#stop; count++) {
            if (count % OF_A_LESSON === 0) {
                await this.#next();
            }
            const entry = {
                id: randomUUID(),
                step: this.step,
                kind: 'coin',
                tempo: 60,
                at: Date.now(),
                count,
                text: '',
                device: 'fault',
            };
            while (!(await this.#send(entry))) {
                this.refusals++;
                await wait(20);
            }
            this.acknowledged.push(entry.id);
            await wait(PAUSE);
        }
    }

    /** Whatever is away at this moment. */
    async #next() {
        for (const before = this.address; this.address === before; await wait(100)) {
            await this.open().catch(() => {});
        }
    }

    stop() {
        this.#stop = true;
    }

    /** Ids of all that the logs hold, asked for as long as there is more. */
    async logged() {
        const ids = [];
        for (const { address, key } of this.#lessons) {
            for (let after = 0, more = true; more;) {
                const answer = await fetch(address.replace(/after=\d+/, `after=${after}`), {
                    headers: { 'X-Lesson-Key': key },
                });
                const news = await answer.json();
                ids.push(...news.entries.map(([id]) => id));
                more = news.after > after;
                after = news.after;
            }
        }
        return ids;
    }

    async #send(entry) {
        try {
            const answer = await fetch(this.address, {
                method: 'POST',
                headers: { 'Content-Type': 'application/json', 'X-Lesson-Key': this.key },
                body: JSON.stringify({ entries: [entry] }),
                signal: AbortSignal.timeout(within(5)),
            });
            assert.ok([200, 502, 503, 504].includes(answer.status), `the log answered ${answer.status}`);
            return answer.ok && (await answer.json()).refused.length === 0;
        } catch (error) {
            if (error instanceof assert.AssertionError) {
                throw error;
            }
            return false;
        }
    }
}

/**
 * Milliseconds from the kill until three requests in a row are answered well. A worker that outlived its master may answer for a moment:
 * all is up again when what was killed has a successor.
 */
async function outage(since, find, killed, isAlive = () => true) {
    for (let well = 0, last = since; ;) {
        const ok = await fetch(`${url}/health`, { signal: AbortSignal.timeout(within(5)) })
            .then((answer) => answer.ok)
            .catch(() => false);
        well = ok && find() > 1 && find() !== killed && isAlive() ? well + 1 : 0;
        last = ok ? last : Date.now();
        if (well === 3) {
            return last - since;
        }
        assert.ok(Date.now() - since < UP_WITHIN, 'it is not up again');
        await wait(15);
    }
}

/** @returns {Promise<string>} the page of what is done in the background */
async function readInABook(client) {
    await client.page('/library/index');
    const rows = Array.from({ length: BOOK }, (_, at) => `${at + 1},Killed ${at},D,4/4,16`);
    const form = new FormData();
    form.set('_token', client.token);
    form.set('book', 'Killed Book');
    form.set('file', new Blob([`number,title,key,meter,measures\n${rows.join('\n')}\n`]), 'index.csv');
    const answer = await client.ask('/library/index', { method: 'POST', headers: { Origin: url }, body: form });
    assert.equal(answer.status, 303);
    return answer.headers.get('location');
}

async function bookIsThere(client, page) {
    await until(async () => !/<progress/.test(await client.page(page)), 60);
    const found = await client.page('/library?book=Killed+Book');
    assert.match(found, new RegExp(`\\b${BOOK} pieces`), 'the book is there, each piece once');
}

test(`parts are killed, ${kills} times each`, { timeout: within(1800) }, async (context) => {
    const client = new Client(url);
    await client.signIn();
    // A sequence has one lesson at a time.
    let piece = 6;
    const screen = new Screen(async () => client.lesson(await client.sequence(piece++)));
    await screen.open();
    const writing = screen.write();
    const book = await readInABook(client);
    try {
        for (const [name, find] of Object.entries(PARTS)) {
            let longest = 0;
            for (let kill = 0; kill < kills; kill++) {
                await wait(50 + Math.random() * 250);
                const pid = find();
                assert.ok(pid > 1, `there is a process of ${name}`);
                const since = Date.now();
                process.kill(pid, 'SIGKILL');
                longest = Math.max(longest, await outage(since, find, pid, ALIVE[name]));
            }
            context.diagnostic(`${name}: killed ${kills} times, longest outage ${longest} ms`);
        }
    } finally {
        screen.stop();
    }
    await writing;

    const ids = await screen.logged();
    const there = new Set(ids);
    context.diagnostic(`${screen.acknowledged.length} entries acknowledged, ${screen.refusals} tries again`);
    assert.equal(ids.length, there.size, 'no entry is there twice');
    assert.deepEqual(
        screen.acknowledged.filter((id) => !there.has(id)),
        [],
        'no acknowledged entry is lost',
    );
    assert.ok(screen.acknowledged.length > kills, 'the screen did write');

    await bookIsThere(client, book);
    const status = await coinStair(['status']);
    assert.equal(status.code, 0, status.out + status.err);
    const processes = execFileSync('ps', ['-eo', 'args=']).toString().split('\n');
    for (const [part, name, own] of [
        ['database', 'mariadbd', runFolder(home)],
        ['fpm', 'php-fpm: master', `${home}/fpm.conf`],
        ['nginx', 'nginx: master', `${home}/nginx.conf`],
    ]) {
        const running = processes.filter((line) => line.includes(name) && line.includes(own));
        assert.equal(running.length, 1, `one ${part} runs, not ${running.length}`);
    }
});
