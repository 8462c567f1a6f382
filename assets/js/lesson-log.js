// The log of the lesson on this screen: what the server has, what other screens logged, and what waits here to be sent.
import { entryOf, lastCount, merge, ofStep } from './lesson/merge.js';
import { OneAtATime } from './lesson/one-at-a-time.js';

/** @typedef {import('./lesson/types.js').Entry} Entry */
/** @typedef {import('./lesson/types.js').Row} Row */
/** @typedef {import('./lesson/types.js').LessonRef} LessonRef */
/** @typedef {import('./outbox.js').Outbox} Outbox */

const EVERY = 2500;
/** Milliseconds after which the screen says that it waits for the server. */
const SLOW = 1500;
/** Clocks that differ by less are left alone. */
const SAME_CLOCK = 2000;

function uuid() {
    if (crypto.randomUUID) {
        return crypto.randomUUID();
    }
    const bytes = crypto.getRandomValues(new Uint8Array(16));
    bytes[6] = (bytes[6] & 15) | 64;
    bytes[8] = (bytes[8] & 63) | 128;
    const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
    return hex.replace(/(.{8})(.{4})(.{4})(.{4})(.{12})/, '$1-$2-$3-$4-$5');
}

/** The name of this device in logs: made once, says nothing about whose it is. */
function deviceName() {
    const known = localStorage.getItem('device');
    const name = known ?? uuid().slice(0, 13);
    if (!known) {
        localStorage.setItem('device', name);
    }
    return name;
}

export class Log {
    /** @type {Map<string, Entry>} */
    #entries = new Map();
    /** @type {Map<string, Entry>} */
    #unsent = new Map();
    /** @type {Map<string, Row>} what the server has */
    #rows = new Map();
    #requests = new OneAtATime(() => this.#exchange());
    #after = 0;
    /** Milliseconds by which the server's clock is ahead of this device's. */
    #ahead = 0;

    /**
     * @param {LessonRef} lesson
     * @param {Outbox} outbox
     */
    constructor(lesson, outbox) {
        this.lesson = lesson;
        this.outbox = outbox;
        this.device = deviceName();
        this.open = true;
        /** The lesson was deleted while this screen was open. */
        this.isGone = false;
        /** The server has not answered for a while. */
        this.isSlow = false;
        /** Why the server did not take what was logged last. */
        this.refused = '';
        this.onChange = () => {};
    }

    /**
     * What the page came with, what the server is known to have since, for the page may be an old copy, and what waits here.
     *
     * @param {Row[]} rows
     * @param {number} after
     */
    async load(rows, after) {
        this.#take(rows, after);
        try {
            await this.#takeOld();
            await this.outbox.register(this.lesson);
            const known = await this.outbox.known(this.lesson.lesson);
            this.#take(known.rows, known.after);
            for (const entry of await this.outbox.entries(this.lesson.lesson)) {
                this.#unsent.set(entry.id, entry);
            }
            merge(this.#entries, this.#unsent.values());
        } catch {
            // No database in this browser: what is logged lives as long as this page.
        }
        this.count = lastCount(this.#entries.values());
    }

    get waiting() {
        return this.#unsent.size;
    }

    get signedOut() {
        return this.outbox.signedOut;
    }

    /**
     * Entries of a step in the order in which they happened, without what was taken back.
     *
     * @param {string} step
     */
    of(step) {
        return ofStep(this.#entries.values(), step);
    }

    /** @param {{step: string, kind: string, tempo: number, text: string}} entry */
    add({ step, kind, tempo, text }) {
        this.count = (this.count ?? 0) + 1;
        const at = Date.now() + this.#ahead;
        const entry = { id: uuid(), step, kind, tempo, at, count: this.count, text, device: this.device };
        this.#entries.set(entry.id, entry);
        this.#unsent.set(entry.id, entry);
        this.outbox.add(this.lesson, entry).catch(() => {});
        this.send();
    }

    start() {
        setInterval(() => document.visibilityState === 'visible' && this.send(true), EVERY);
        addEventListener('online', () => this.send());
        addEventListener('visibilitychange', () => this.send());
        this.send();
    }

    /** Sends what waits, or asks for what other screens logged; true if nothing waits any more. */
    async send(ask = false) {
        if (!ask && this.#unsent.size === 0) {
            return true;
        }
        return this.#requests.run();
    }

    async #exchange() {
        const before = this.#standing();
        // The screen is told that it waits while it does: then it is told too that it waits no more.
        const waits = setTimeout(() => this.#setSlow(true), SLOW);
        const news = await this.outbox.exchange(this.lesson, [...this.#unsent.values()], this.#after);
        clearTimeout(waits);
        const wasSlow = this.isSlow;
        this.isSlow = false;
        if (news) {
            const refused = new Set(news.refused.map(({ id }) => id));
            for (const id of news.sent) {
                this.#unsent.delete(id);
                if (refused.has(id)) {
                    this.#entries.delete(id);
                }
            }
            this.open = news.open;
            this.isGone = news.isGone ?? false;
            this.refused = news.refused.at(-1)?.why ?? this.refused;
            this.#ahead = Math.abs(news.now - Date.now()) < SAME_CLOCK ? 0 : news.now - Date.now();
            this.#take(news.entries, news.after);
            if (news.entries.length > 0) {
                await this.outbox.remember(this.lesson.lesson, [...this.#rows.values()], this.#after).catch(() => {});
            }
        }
        if (!news || wasSlow || news.entries.length > 0 || before !== this.#standing()) {
            this.onChange();
        }
        return news !== null && this.#unsent.size === 0;
    }

    /** @param {boolean} isSlow */
    #setSlow(isSlow) {
        this.isSlow = isSlow;
        this.onChange();
    }

    #standing() {
        return [this.#unsent.size, this.isSlow, this.signedOut, this.open, this.isGone, this.refused].join();
    }

    /** Entries that an earlier release of this page kept elsewhere. */
    async #takeOld() {
        const key = `lesson-${this.lesson.lesson}-unsent`;
        for (const entry of JSON.parse(localStorage.getItem(key) ?? '[]')) {
            await this.outbox.add(this.lesson, { ...entry, device: this.device });
        }
        localStorage.removeItem(key);
    }

    /**
     * @param {Row[]} rows
     * @param {number} after
     */
    #take(rows, after) {
        for (const row of rows) {
            this.#rows.set(row[0], row);
        }
        merge(this.#entries, rows.map(entryOf));
        this.#after = Math.max(this.#after, after);
    }
}
