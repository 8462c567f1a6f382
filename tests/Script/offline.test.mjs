// A lesson is kept for a reload without a network, whenever its page came.
import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { keepLesson } from '../../assets/js/lesson/offline.js';

/** What a browser has of a service worker; it takes a page only when it awakes or is asked to. */
class Keeper extends EventTarget {
    controller = null;
    active = { postMessage: () => queueMicrotask(() => this.take()) };
    ready = Promise.resolve({ active: this.active });
    registered = [];

    async register(address) {
        this.registered.push(address);
    }

    take() {
        this.controller = this.active;
        this.dispatchEvent(new Event('controllerchange'));
    }
}

let fetched;
/** @param {Keeper|undefined} keeper */
const browser = (keeper) =>
    Object.defineProperty(globalThis, 'navigator', { value: { serviceWorker: keeper }, configurable: true });

beforeEach(() => {
    fetched = [];
    globalThis.location = { pathname: '/lessons/7' };
    globalThis.fetch = async (address) => fetched.push(address);
});

test('the page and what belongs to it are fetched through the worker that has it', async () => {
    const keeper = new Keeper();
    keeper.take();
    browser(keeper);
    assert.equal(await keepLesson(['/lessons/7/players/viola']), true);
    assert.deepEqual([keeper.registered, fetched], [['/lesson-worker.js'], ['/lessons/7', '/lessons/7/players/viola']]);
});

test('a page that came while the worker awoke asks to be taken', { timeout: 2000 }, async () => {
    browser(new Keeper());
    assert.equal(await keepLesson([]), true);
    assert.deepEqual(fetched, ['/lessons/7']);
});

test('a browser without service workers keeps nothing', async () => {
    browser(undefined);
    assert.equal(await keepLesson(['/lessons/7/players/viola']), false);
    assert.deepEqual(fetched, []);
});
