// What each instrument sees and sounds, fetched once and kept; and the page itself, so that a reload needs no network.
import { fill } from '../dom.js';

/** @typedef {import('./types.js').View} View */

export class Players {
    /** @type {Record<string, Record<string, View>>} views by player and chunk */
    #views = {};
    /** @type {Record<string, Promise<void>>} */
    #loading = {};
    #address;

    /** @param {string} address that ends with an underscore for the id of the player */
    constructor(address) {
        this.#address = address;
    }

    /** @param {string} id */
    has(id) {
        return id in this.#views;
    }

    /**
     * @param {string} id
     * @param {string} chunk
     * @returns {View|undefined}
     */
    view(id, chunk) {
        return this.#views[id]?.[chunk];
    }

    /** @param {string} id */
    address(id) {
        return fill(this.#address, { player: id });
    }

    /**
     * @param {string} id
     * @returns {Promise<void>}
     */
    load(id) {
        if (this.has(id)) {
            return Promise.resolve();
        }
        this.#loading[id] ??= this.#fetch(id).finally(() => {
            delete this.#loading[id];
        });
        return this.#loading[id];
    }

    /** @param {string} id */
    async #fetch(id) {
        const answer = await fetch(this.address(id), { headers: { Accept: 'application/json' } });
        if (answer.ok) {
            this.#views[id] = await answer.json();
        }
    }
}

/**
 * Has the open lesson kept by the service worker.
 *
 * @param {string[]} addresses of what belongs to it beside the page
 * @returns {Promise<boolean>} whether it is kept
 */
export async function keepLesson(addresses) {
    const keeper = navigator.serviceWorker;
    if (!keeper) {
        return false;
    }
    await keeper.register('/lesson-worker.js');
    const { active } = await keeper.ready;
    if (!keeper.controller) {
        const taken = new Promise((resolve) => keeper.addEventListener('controllerchange', resolve, { once: true }));
        // A page that was on its way while the worker awoke was not there yet when it took its pages: it asks to be taken.
        active?.postMessage('take');
        await taken;
    }
    // The page came before its keeper: have it kept now.
    await fetch(location.pathname, { headers: { Accept: 'text/html' } });
    for (const address of addresses) {
        await fetch(address, { headers: { Accept: 'application/json' } });
    }
    return true;
}
