// What this device logged and the server does not have yet, of every lesson: kept in the browser's database until the server says that
// it has it, and sent by whatever page of the application is open.
import { openDB } from 'idb';
import { jot, jotted, strike } from './journal.js';

/** @typedef {import('./lesson/types.js').Entry} Entry */
/** @typedef {import('./lesson/types.js').Row} Row */
/** @typedef {import('./lesson/types.js').LessonRef} LessonRef */
/** @typedef {import('./lesson/types.js').News} News */
/** @typedef {import('./lesson/types.js').Refused} Refused */
/** @typedef {{lesson: number, title: string, count: number}} Waiting */

export const KEY_HEADER = 'X-Lesson-Key';
const AT_ONCE = 500;
const CHANGED = 'coin-stair-outbox';
/** Milliseconds after which a request is given up: what it carried waits, and is sent again. */
const LIMIT = 10_000;
/** The server says that a lesson is not there any more. */
const GONE = 410;

/** Every store is named by what its rows are. */
function open() {
    return openDB('coin-stair', 1, {
        upgrade(database) {
            database.createObjectStore('waiting', { keyPath: 'id' }).createIndex('lesson', 'lesson');
            database.createObjectStore('lessons', { keyPath: 'lesson' });
            database.createObjectStore('refused', { keyPath: 'id' });
            database.createObjectStore('known', { keyPath: 'lesson' });
        },
    });
}

/**
 * @param {import('idb').IDBPDatabase} database
 * @param {number} lesson
 * @param {Entry} entry
 */
async function keep(database, lesson, entry) {
    await database.put('waiting', { id: entry.id, lesson, entry });
    strike(entry.id);
}

export class Outbox {
    #database = open().then(async (database) => {
        await Promise.all(jotted().map((row) => keep(database, row.lesson, row.entry)));
        return database;
    });
    /** Other pages of this browser hear when something waits or was sent. */
    #channel = new BroadcastChannel(CHANGED);
    signedOut = false;

    constructor() {
        // Where the browser gives no database, entries live in their page alone; nothing here stands in their way.
        this.#database.catch(() => {});
        this.onChange = () => {};
        this.#channel.addEventListener('message', () => this.onChange());
    }

    /**
     * Tells where a lesson's entries go.
     *
     * @param {LessonRef} lesson
     */
    async register(lesson) {
        const database = await this.#database;
        await database.put('lessons', lesson);
        // Of lessons of which nothing waits any more nothing is kept.
        for (const other of await database.getAllKeys('lessons')) {
            if (other !== lesson.lesson && (await database.countFromIndex('waiting', 'lesson', other)) === 0) {
                await database.delete('lessons', other);
            }
        }
    }

    /**
     * @param {LessonRef} lesson
     * @param {Entry} entry
     */
    async add(lesson, entry) {
        jot(lesson.lesson, entry);
        const database = await this.#database;
        await keep(database, lesson.lesson, entry);
        // Somebody may have signed out in another tab, and this screen goes on.
        if ((await database.getKey('lessons', lesson.lesson)) === undefined) {
            await database.put('lessons', { ...lesson, isLeft: true });
        }
        this.#tell();
    }

    /**
     * @param {number} lesson
     * @returns {Promise<Entry[]>} that wait, of one lesson
     */
    async entries(lesson) {
        const rows = await (await this.#database).getAllFromIndex('waiting', 'lesson', lesson);
        return rows.map(({ entry }) => entry);
    }

    /** @returns {Promise<Waiting[]>} how many wait, by lesson */
    async waiting() {
        const database = await this.#database;
        /** @type {Map<number, number>} */
        const counts = new Map();
        for (const { lesson } of await database.getAll('waiting')) {
            counts.set(lesson, (counts.get(lesson) ?? 0) + 1);
        }
        return Promise.all(
            [...counts].map(async ([lesson, count]) => {
                const known = await database.get('lessons', lesson);
                return { lesson, count, title: known?.title ?? `#${lesson}` };
            }),
        );
    }

    /** @returns {Promise<Refused[]>} what the server could not take, for the teacher to see */
    async refused() {
        return (await this.#database).getAll('refused');
    }

    /** The teacher has seen what was refused. */
    async forgetRefused() {
        await (await this.#database).clear('refused');
        this.#tell();
    }

    /**
     * What the server is known to have of a lesson, for a page that is an old copy.
     *
     * @param {number} lesson
     * @returns {Promise<{rows: Row[], after: number}>}
     */
    async known(lesson) {
        return (await (await this.#database).get('known', lesson)) ?? { rows: [], after: 0 };
    }

    /**
     * @param {number} lesson
     * @param {Row[]} rows
     * @param {number} after
     */
    async remember(lesson, rows, after) {
        const database = await this.#database;
        for (const other of await database.getAllKeys('known')) {
            if (other !== lesson) {
                await database.delete('known', other);
            }
        }
        await database.put('known', { lesson, rows, after });
    }

    /** Whoever used this device goes: what opens a log is kept no longer than something waits for it. */
    async leave() {
        const database = await this.#database;
        await database.clear('known');
        for (const reference of await database.getAll('lessons')) {
            await database.put('lessons', { ...reference, isLeft: true });
            await this.#forgetLeft(database, reference.lesson);
        }
    }

    /**
     * @param {import('idb').IDBPDatabase} database
     * @param {number} lesson
     */
    async #forgetLeft(database, lesson) {
        const change = database.transaction(['waiting', 'lessons'], 'readwrite');
        const waiting = await change.objectStore('waiting').index('lesson').count(lesson);
        const reference = await change.objectStore('lessons').get(lesson);
        if (reference?.isLeft && waiting === 0) {
            await change.objectStore('lessons').delete(lesson);
        }
        await change.done;
    }

    /**
     * Sends what waits of every lesson, but for one whose own page sends it.
     *
     * @param {number} except
     * @returns {Promise<number>} how many wait still
     */
    async send(except = 0) {
        const database = await this.#database;
        await alone(async () => {
            for (const { lesson } of await this.waiting()) {
                const reference = await database.get('lessons', lesson);
                if (reference && lesson !== except) {
                    await this.exchange(reference, await this.entries(lesson), 0);
                    await this.#forgetLeft(database, lesson);
                }
            }
        });
        return database.count('waiting');
    }

    /**
     * Sends entries of a lesson, or asks for what is new.
     *
     * @param {LessonRef} lesson
     * @param {Entry[]} entries
     * @param {number} after position up to which the log is here
     * @returns {Promise<(News & {sent: string[]})|null>} null if it has to be tried again later
     */
    async exchange(lesson, entries, after) {
        const answer = await this.#ask(lesson, entries.slice(0, AT_ONCE), after);
        if (!answer?.ok && answer?.status !== GONE) {
            return null;
        }
        this.signedOut = false;
        const isGone = answer.status === GONE;
        // Of a lesson that is gone nothing will be taken, so all of it is laid aside.
        const sent = isGone ? entries : entries.slice(0, AT_ONCE);
        const news = isGone
            ? gone(sent, after, (await answer.json()).error)
            : /** @type {News} */ (await answer.json());
        const ids = sent.map(({ id }) => id);
        ids.forEach(strike);
        if (ids.length > 0) {
            await this.#settle(lesson, sent, news.refused).catch(() => {});
            this.#tell();
        }
        return { ...news, sent: ids };
    }

    /**
     * @param {LessonRef} lesson
     * @param {Entry[]} entries
     * @param {number} after
     * @returns {Promise<Response|null>}
     */
    async #ask(lesson, entries, after) {
        const ask = () =>
            fetch(`${lesson.address}?after=${after}`, {
                method: entries.length > 0 ? 'POST' : 'GET',
                headers: { 'Content-Type': 'application/json', [KEY_HEADER]: lesson.key },
                credentials: 'omit',
                signal: AbortSignal.timeout(LIMIT),
                ...(entries.length > 0 ? { body: JSON.stringify({ entries }) } : {}),
            });
        try {
            const answer = await ask();
            if (answer.status !== 401) {
                return answer;
            }
            this.signedOut = !(await this.#renew(lesson));
            return this.signedOut ? null : await ask();
        } catch {
            return null;
        }
    }

    /**
     * A key for somebody who is signed in again.
     *
     * @param {LessonRef} lesson
     */
    async #renew(lesson) {
        const answer = await fetch(lesson.renew, {
            headers: { Accept: 'application/json' },
            signal: AbortSignal.timeout(LIMIT),
        });
        if (!answer.ok || answer.redirected) {
            return false;
        }
        lesson.key = (await answer.json()).key;
        await this.register(lesson).catch(() => {});
        return true;
    }

    /**
     * What was taken waits no more; what was refused is laid aside, and holds up nothing.
     *
     * @param {LessonRef} lesson
     * @param {Entry[]} sent
     * @param {{id: string, why: string}[]} refused
     */
    async #settle(lesson, sent, refused) {
        const reasons = new Map(refused.map(({ id, why }) => [id, why]));
        const change = (await this.#database).transaction(['waiting', 'refused'], 'readwrite');
        for (const entry of sent) {
            change.objectStore('waiting').delete(entry.id);
            const why = reasons.get(entry.id);
            if (why !== undefined) {
                change.objectStore('refused').put({ id: entry.id, title: lesson.title, entry, why });
            }
        }
        await change.done;
    }

    #tell() {
        this.#channel.postMessage('');
        this.onChange();
    }
}

/**
 * What is told of a lesson that is not there any more.
 *
 * @param {Entry[]} entries that wait for it
 * @param {number} after
 * @param {string} why
 * @returns {News}
 */
const gone = (entries, after, why) => ({
    entries: [],
    after,
    open: false,
    refused: entries.map(({ id }) => ({ id, why })),
    now: Date.now(),
    isGone: true,
});

/**
 * What waits, in words.
 *
 * @param {Waiting[]} waiting
 */
export const told = (waiting) => waiting.map(({ title, count }) => `${title}: ${count}`).join(' · ');

/**
 * One page at a time, where the browser can tell; where it cannot, the same entry sent twice is once.
 *
 * @param {() => Promise<void>} work
 */
async function alone(work) {
    await (navigator.locks
        ? navigator.locks.request(CHANGED, { ifAvailable: true }, (lock) => (lock ? work() : null))
        : work());
}
