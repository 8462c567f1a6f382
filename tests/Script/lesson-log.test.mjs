// The log of the lesson on a screen: one request at a time, and one that follows for all that came meanwhile.
import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { Log } from '../../assets/js/lesson-log.js';

const LESSON = { lesson: 7, title: 'Mill Lane', address: '/lessons/7/log', renew: '/lessons/7/key', key: 'key-7' };
const news = (sent = []) => ({ entries: [], after: 0, open: true, refused: [], now: Date.now(), sent });

/** An outbox whose requests are answered when the test says so. */
class SlowOutbox {
    signedOut = false;
    requests = [];

    async register() {}
    async known() {
        return { rows: [], after: 0 };
    }
    async entries() {
        return [];
    }
    async add() {}
    async remember() {}
    exchange(lesson, entries) {
        return new Promise((resolve) => {
            this.requests.push({ sent: entries.map(({ id }) => id), answer: resolve });
        });
    }
    /** Answers the request that was made last; what it carried is taken, or the server was not reached. */
    async answer(isReached = true) {
        const { sent, answer } = this.requests.at(-1);
        answer(isReached ? news(sent) : null);
        await new Promise(setImmediate);
    }
}

beforeEach(() => {
    globalThis.localStorage = { setItem() {}, getItem: () => null, removeItem() {} };
});

async function opened() {
    const outbox = new SlowOutbox();
    const log = new Log(LESSON, outbox);
    await log.load([], 0);
    return { log, outbox };
}
const coin = { step: 's1', kind: 'coin', tempo: 60, text: '' };

test('forty polls behind one that hangs make one request more', async () => {
    const { log, outbox } = await opened();
    const polls = Array.from({ length: 40 }, () => log.send(true));
    assert.equal(outbox.requests.length, 1);
    await outbox.answer();
    assert.equal(outbox.requests.length, 2);
    await outbox.answer();
    assert.deepEqual(new Set(await Promise.all(polls)), new Set([true]));
    assert.equal(outbox.requests.length, 2);
});

test('coins that are earned while a request is away go with the next one, all together', async () => {
    const { log, outbox } = await opened();
    log.add(coin);
    log.add(coin);
    log.add(coin);
    assert.deepEqual([outbox.requests.length, outbox.requests[0].sent.length], [1, 1]);
    await outbox.answer();
    assert.deepEqual([outbox.requests.length, outbox.requests[1].sent.length, log.waiting], [2, 2, 2]);
    await outbox.answer();
    assert.deepEqual([outbox.requests.length, log.waiting], [2, 0]);
});

test('what was not reached waits, and the next request carries it', async () => {
    const { log, outbox } = await opened();
    log.add(coin);
    const ended = log.send();
    await outbox.answer(false);
    assert.equal(log.waiting, 1);
    assert.equal(outbox.requests.length, 2, 'whoever asked meanwhile is answered by a request of its own');
    await outbox.answer();
    assert.equal(await ended, true);
});

test('it says that it waits, once it has waited for a while, and no longer than it does', async () => {
    mock.timers.enable({ apis: ['setTimeout'] });
    const { log, outbox } = await opened();
    let changes = 0;
    log.onChange = () => ++changes;
    const asked = log.send(true);
    mock.timers.tick(1400);
    assert.deepEqual([log.isSlow, changes], [false, 0]);
    mock.timers.tick(200);
    assert.deepEqual([log.isSlow, changes], [true, 1]);
    mock.timers.reset();
    await outbox.answer();
    await asked;
    assert.deepEqual([log.isSlow, changes], [false, 2], 'and the screen is told that it waits no more');
});
