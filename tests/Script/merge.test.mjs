// Entries of several devices become one log, in whatever order and however often they arrive.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { entryOf, lastCount, lastOwn, merge, ofStep } from '../../assets/js/lesson/merge.js';

const row = (id, kind, at, count = 1, step = 's', text = '') => [id, step, kind, 60, at, count, text];
const all = (...rows) => merge(new Map(), rows.map(entryOf));
const kinds = (entries, step = 's') => ofStep(entries.values(), step).map(({ id }) => id);

test('the same id twice is once', () => {
    assert.equal(all(row('a', 'coin', 1), row('a', 'coin', 1), row('b', 'miss', 2)).size, 2);
});

test('entries stand in the order in which they happened', () => {
    assert.deepEqual(kinds(all(row('c', 'coin', 3), row('a', 'coin', 1), row('b', 'miss', 2))), ['a', 'b', 'c']);
});

test('of one millisecond the count decides, then the id', () => {
    assert.deepEqual(kinds(all(row('c', 'coin', 1, 2), row('b', 'coin', 1, 1), row('a', 'miss', 1, 2))), [
        'b',
        'a',
        'c',
    ]);
});

test('what was taken back is left out, and so is the taking back', () => {
    assert.deepEqual(kinds(all(row('a', 'coin', 1), row('b', 'coin', 2), row('u', 'undo', 3, 1, 's', 'b'))), ['a']);
});

test('it may be taken back before it arrives', () => {
    const entries = all(row('u', 'undo', 3, 1, 's', 'b'));
    merge(entries, [entryOf(row('b', 'coin', 2))]);
    assert.deepEqual(kinds(entries), []);
});

test('each step has its own', () => {
    assert.deepEqual(kinds(all(row('a', 'coin', 1), row('b', 'coin', 2, 1, 'other')), 'other'), ['b']);
});

test('a screen takes back what it logged itself, whatever the clocks say', () => {
    const own = (id, at, count, device, kind = 'coin') => entryOf([id, 's', kind, 60, at, count, '', device]);
    const moves = (kind) => kind === 'coin';
    const entries = [
        own('a', 5000, 1, 'one'),
        own('b', 9000, 2, 'two'),
        own('c', 100, 3, 'one'),
        own('d', 9, 4, 'one', 'note'),
    ];
    assert.equal(lastOwn(entries, 'one', moves).id, 'c');
    assert.equal(lastOwn(entries, 'two', moves).id, 'b');
    assert.equal(lastOwn(entries, 'three', moves), undefined);
});

test('the count goes on from the highest', () => {
    assert.equal(lastCount(all(row('a', 'coin', 1, 7), row('b', 'coin', 2, 3)).values()), 7);
    assert.equal(lastCount([]), 0);
});

test('merging in any order gives the same log', () => {
    const rows = [row('a', 'coin', 1), row('b', 'miss', 2), row('c', 'coin', 2, 2), row('u', 'undo', 4, 3, 's', 'b')];
    const expected = kinds(all(...rows));
    for (let turn = 0; turn < rows.length; turn++) {
        rows.push(rows.shift());
        assert.deepEqual(kinds(all(...rows)), expected);
        assert.deepEqual(kinds(all(...rows, ...rows)), expected);
    }
});
