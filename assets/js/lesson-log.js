// The log of a lesson on this device: kept in the browser's storage until the server says that it has it.
import { entryOf, lastCount, merge, ofStep } from './lesson/merge.js';

/** @typedef {import('./lesson/types.js').Entry} Entry */
/** @typedef {import('./lesson/types.js').Row} Row */

const EVERY = 2500;

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

export class Log {
    /** @type {Map<string, Entry>} */
    #entries = new Map();
    /** @type {Map<string, Entry>} */
    #unsent = new Map();
    /** @type {Promise<boolean>|null} */
    #sending = null;

    /**
     * @param {number} lesson
     * @param {Row[]} entries
     * @param {string} address
     * @param {string} token
     */
    constructor(lesson, entries, address, token) {
        this.key = `lesson-${lesson}-unsent`;
        this.knownKey = `lesson-${lesson}-known`;
        this.address = address;
        this.token = token;
        this.signedOut = false;
        this.onChange = () => {};
        this.#forgetOthers();
        // The page may be an old copy that was kept for a time without a network: what the server is known to have stands beside it.
        this.#take(JSON.parse(localStorage.getItem(this.knownKey) ?? '[]'));
        this.#take(entries);
        merge(this.#unsent, JSON.parse(localStorage.getItem(this.key) ?? '[]'));
        merge(this.#entries, this.#unsent.values());
        this.count = lastCount(this.#entries.values());
    }

    get waiting() {
        return this.#unsent.size;
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
        const entry = { id: uuid(), step, kind, tempo, at: Date.now(), count: ++this.count, text };
        this.#entries.set(entry.id, entry);
        this.#unsent.set(entry.id, entry);
        this.#keep();
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
        if (this.#sending) {
            await this.#sending;
        }
        if (!ask && this.#unsent.size === 0) {
            return true;
        }
        this.#sending = this.#exchange();
        const done = await this.#sending;
        this.#sending = null;
        return done;
    }

    async #exchange() {
        const sent = [...this.#unsent.values()].slice(0, 1000);
        try {
            const answer =
                sent.length === 0
                    ? await fetch(this.address, { headers: { Accept: 'application/json' } })
                    : await fetch(this.address, {
                          method: 'POST',
                          headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': this.token },
                          body: JSON.stringify({ entries: sent }),
                      });
            if (answer.redirected || answer.status === 401 || answer.status === 403) {
                if (sent.length > 0 && !answer.redirected) {
                    await this.#newToken();
                } else {
                    this.signedOut = true;
                }
                this.onChange();
                return false;
            }
            if (!answer.ok) {
                return false;
            }
            const { entries, token } = await answer.json();
            this.token = token ?? this.token;
            localStorage.setItem(this.knownKey, JSON.stringify(entries));
            const changed =
                this.signedOut || sent.length > 0 || entries.length + this.#unsent.size !== this.#entries.size;
            this.signedOut = false;
            sent.forEach(({ id }) => this.#unsent.delete(id));
            this.#take(entries);
            this.#keep();
            if (changed) {
                this.onChange();
            }
            return this.#unsent.size === 0;
        } catch {
            // No network: everything stays here and is sent later.
            this.onChange();
            return false;
        }
    }

    async #newToken() {
        const answer = await fetch(this.address, { headers: { Accept: 'application/json' } });
        this.signedOut = answer.redirected || !answer.ok;
        if (!this.signedOut) {
            this.token = (await answer.json()).token;
        }
    }

    /** Other lessons' copies; never what the server does not have yet. */
    #forgetOthers() {
        Object.keys(localStorage)
            .filter((key) => /^lesson-\d+-known$/.test(key) && key !== this.knownKey)
            .forEach((key) => localStorage.removeItem(key));
    }

    /** @param {Row[]} rows */
    #take(rows) {
        merge(this.#entries, rows.map(entryOf));
    }

    #keep() {
        if (this.#unsent.size === 0) {
            localStorage.removeItem(this.key);
        } else {
            localStorage.setItem(this.key, JSON.stringify([...this.#unsent.values()]));
        }
    }
}
