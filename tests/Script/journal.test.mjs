// What was jotted down before the browser's database had it.
import assert from 'node:assert/strict';
import { beforeEach, test } from 'node:test';
import { jot, jotted, strike } from '../../assets/js/journal.js';

/** A browser's storage: its keys are its own properties, as jotted() reads them. */
class FakeStorage {
    setItem(key, value) {
        this[key] = value;
    }
    getItem(key) {
        return this[key] ?? null;
    }
    removeItem(key) {
        delete this[key];
    }
}

const entry = (id) => ({ id, step: 's1', kind: 'coin', tempo: 60, at: 1, count: 1, text: '', device: 'd' });

beforeEach(() => {
    globalThis.localStorage = new FakeStorage();
});

test('what is jotted is there until it is struck out', () => {
    jot(7, entry('a'));
    jot(8, entry('b'));
    assert.deepEqual(
        jotted().map((row) => [row.lesson, row.entry.id]),
        [
            [7, 'a'],
            [8, 'b'],
        ],
    );
    strike('a');
    assert.deepEqual(
        jotted().map((row) => row.entry.id),
        ['b'],
    );
});

test('one bad row holds up nothing', () => {
    jot(7, entry('a'));
    for (const bad of [
        '{',
        'null',
        '7',
        '{"lesson":7}',
        '{"lesson":"7","entry":{"id":"x"}}',
        '{"lesson":7,"entry":{}}',
    ]) {
        localStorage.setItem('coin-stair-entry-bad' + bad, bad);
    }
    localStorage.setItem('device', 'd');
    assert.deepEqual(
        jotted().map((row) => row.entry.id),
        ['a'],
    );
});

test('a browser without storage keeps nothing and breaks nothing', () => {
    delete globalThis.localStorage;
    jot(7, entry('a'));
    strike('a');
    assert.deepEqual(jotted(), []);
});
