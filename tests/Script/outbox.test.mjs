// What this device logged and the server does not have yet: kept until the server says that it has it, or that it never will.
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import assert from 'node:assert/strict';
import { afterEach, beforeEach, test } from 'node:test';
import { Outbox, told } from '../../assets/js/outbox.js';

const LESSON = { lesson: 7, title: 'Mill Lane', address: '/lessons/7/log', renew: '/lessons/7/key', key: 'key-7' };
const OTHER = { lesson: 8, title: 'Weir House', address: '/lessons/8/log', renew: '/lessons/8/key', key: 'key-8' };
const entry = (id) => ({ id, step: 's1', kind: 'coin', tempo: 60, at: 1, count: 1, text: '', device: 'd' });
const json = (status, body) => new Response(JSON.stringify(body), { status });
const news = (refused = []) => json(200, { entries: [], after: 0, open: true, refused, now: Date.now() });

/** Requests that were made, and how the server answers the next ones. */
let asked;
let answers;
/** Another page of this browser sends now. */
let isLocked;
const channels = [];

beforeEach(() => {
    globalThis.indexedDB = new IDBFactory();
    globalThis.localStorage = { setItem() {}, getItem: () => null, removeItem() {} };
    globalThis.BroadcastChannel = class {
        constructor() {
            channels.push(this);
        }
        addEventListener() {}
        postMessage() {}
    };
    isLocked = false;
    globalThis.navigator = { locks: { request: (name, options, work) => work(isLocked ? null : { name }) } };
    asked = [];
    answers = [];
    globalThis.fetch = async (address, options = {}) => {
        asked.push({
            address,
            method: options.method ?? 'GET',
            body: options.body ? JSON.parse(options.body) : null,
            options,
        });
        const answer = answers.shift();
        if (answer === undefined) {
            throw new TypeError('no network');
        }
        return answer;
    };
});
afterEach(() => channels.splice(0));

async function filled(...ids) {
    const outbox = new Outbox();
    await outbox.register(LESSON);
    for (const id of ids) {
        await outbox.add(LESSON, entry(id));
    }
    return outbox;
}
const waiting = async (outbox, lesson = LESSON) => (await outbox.entries(lesson.lesson)).map(({ id }) => id).sort();

test('what is added waits until the server has it', async () => {
    const outbox = await filled('a', 'b');
    assert.deepEqual(await waiting(outbox), ['a', 'b']);
    assert.equal(await outbox.send(), 2, 'without a network it goes on waiting');
    answers = [news()];
    assert.equal(await outbox.send(), 0);
    assert.deepEqual(await waiting(outbox), []);
    const last = asked.at(-1);
    assert.deepEqual([last.address, last.method], ['/lessons/7/log?after=0', 'POST']);
    assert.deepEqual(last.body.entries.map(({ id }) => id).sort(), ['a', 'b']);
    assert.equal(last.options.headers['X-Lesson-Key'], 'key-7');
    assert.equal(last.options.credentials, 'omit');
});

test('one page of a browser sends at a time', async () => {
    const outbox = await filled('a');
    isLocked = true;
    assert.equal(await outbox.send(), 1);
    assert.equal(asked.length, 0, 'the other page does it');
    isLocked = false;
    answers = [news()];
    assert.equal(await outbox.send(), 0);
});

test('a server that has too much to do, or is away, is asked again', async () => {
    const outbox = await filled('a');
    for (const status of [429, 500, 502, 503]) {
        answers = [json(status, {})];
        assert.equal(await outbox.send(), 1, `after ${status}`);
    }
    answers = [news()];
    assert.equal(await outbox.send(), 0);
});

test('what is refused is laid aside with its reason, and holds up nothing', async () => {
    const outbox = await filled('good', 'bad');
    answers = [news([{ id: 'bad', why: 'its id is no UUID' }])];
    assert.equal(await outbox.send(), 0);
    const refused = await outbox.refused();
    assert.deepEqual(
        refused.map(({ id, title, why }) => [id, title, why]),
        [['bad', 'Mill Lane', 'its id is no UUID']],
    );
    await outbox.forgetRefused();
    assert.deepEqual(await outbox.refused(), []);
});

test('so many go at once, and the rest with the next', async () => {
    const outbox = await filled(...Array.from({ length: 501 }, (_, at) => `entry-${String(at).padStart(3, '0')}`));
    answers = [news()];
    assert.equal(await outbox.send(), 1);
    assert.equal(asked.at(-1).body.entries.length, 500);
    answers = [news()];
    assert.equal(await outbox.send(), 0);
});

test('a key that is too old is renewed by whoever is signed in', async () => {
    const outbox = await filled('a');
    answers = [json(401, {}), json(200, { key: 'newer' }), news()];
    assert.equal(await outbox.send(), 0);
    assert.deepEqual(
        asked.map(({ address }) => address),
        ['/lessons/7/log?after=0', '/lessons/7/key', '/lessons/7/log?after=0'],
    );
    assert.equal(asked[2].options.headers['X-Lesson-Key'], 'newer');
    assert.equal(outbox.signedOut, false);
});

test('signed out, it says so and loses nothing', async () => {
    const outbox = await filled('a');
    answers = [json(401, {}), json(403, {})];
    assert.equal(await outbox.send(), 1);
    assert.equal(outbox.signedOut, true);
    answers = [news()];
    assert.equal(await outbox.send(), 0);
    assert.equal(outbox.signedOut, false);
});

test('of a lesson that was deleted all is laid aside, and nobody is asked to sign in', async () => {
    const outbox = await filled('a', 'b');
    answers = [json(410, { error: 'this lesson was deleted' })];
    assert.equal(await outbox.send(), 0);
    assert.equal(outbox.signedOut, false);
    assert.deepEqual(
        (await outbox.refused()).map(({ id, why }) => [id, why]),
        [
            ['a', 'this lesson was deleted'],
            ['b', 'this lesson was deleted'],
        ],
    );
    assert.equal(asked.length, 1, 'it is not asked for again and again');
    assert.equal(await outbox.send(), 0);
    assert.equal(asked.length, 1);
});

test('a screen of a lesson that was deleted is told so', async () => {
    const outbox = await filled();
    answers = [json(410, { error: 'this lesson was deleted' })];
    const told = await outbox.exchange(LESSON, [entry('a')], 12);
    assert.deepEqual([told.isGone, told.open, told.after, told.entries], [true, false, 12, []]);
    assert.deepEqual(told.refused, [{ id: 'a', why: 'this lesson was deleted' }]);
    assert.deepEqual(told.sent, ['a']);
});

test('one lesson that is away does not hold up another', async () => {
    const outbox = await filled('a');
    await outbox.add(OTHER, entry('b'));
    assert.deepEqual(told(await outbox.waiting()), 'Mill Lane: 1 · Weir House: 1');
    answers = [json(503, {}), news()];
    assert.equal(await outbox.send(), 1);
    assert.deepEqual([await waiting(outbox), await waiting(outbox, OTHER)], [['a'], []]);
});

test('who signs out leaves no key behind, but for what still waits', async () => {
    const outbox = await filled('a');
    await outbox.register(OTHER);
    await outbox.remember(OTHER.lesson, [], 3);
    await outbox.leave();
    assert.deepEqual(await outbox.known(OTHER.lesson), { rows: [], after: 0 });
    answers = [news()];
    assert.equal(await outbox.send(), 0, 'what waited is sent with its key');
    answers = [];
    await outbox.add({ ...LESSON, title: 'Mill Lane again' }, entry('later'));
    assert.deepEqual(told(await outbox.waiting()), 'Mill Lane again: 1', 'the key of before was gone');
});

test('a screen that goes on after somebody signed out in another tab keeps its key until all is sent', async () => {
    const outbox = await filled();
    await outbox.leave();
    await outbox.add(LESSON, entry('a'));
    answers = [news()];
    assert.equal(await outbox.send(), 0);
    await outbox.add({ ...LESSON, title: 'Anew' }, entry('b'));
    assert.deepEqual(told(await outbox.waiting()), 'Anew: 1');
});

test('keys of lessons of which nothing waits go when another lesson begins', async () => {
    const outbox = await filled();
    await outbox.register(OTHER);
    await outbox.add({ ...LESSON, title: 'Anew' }, entry('a'));
    assert.deepEqual(told(await outbox.waiting()), 'Anew: 1');
});

test('what the server is known to have is kept of one lesson', async () => {
    const outbox = await filled();
    await outbox.remember(7, [['a', 's1', 'coin']], 5);
    assert.deepEqual(await outbox.known(7), { lesson: 7, rows: [['a', 's1', 'coin']], after: 5 });
    await outbox.remember(8, [], 1);
    assert.deepEqual(await outbox.known(7), { rows: [], after: 0 });
});

test('what was jotted down before the database had it is kept by the next page', async () => {
    globalThis.localStorage = {
        'coin-stair-entry-x': JSON.stringify({ lesson: 7, entry: entry('x') }),
        setItem() {},
        getItem(key) {
            return this[key] ?? null;
        },
        removeItem(key) {
            delete this[key];
        },
    };
    const outbox = await filled();
    assert.deepEqual(await waiting(outbox), ['x']);
    assert.deepEqual(
        Object.keys(globalThis.localStorage).filter((key) => key.startsWith('coin-stair')),
        [],
    );
});
