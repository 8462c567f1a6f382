// The walk on a stair, on tables of states as the server compiles them.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import {
    isDone,
    moves,
    roundAfter,
    standingAfter,
    stateAfter,
    tonesOf,
    versionOf,
} from '../../assets/js/lesson/walk.js';

// Two treads, two coins in a row, two misses down: tread, coins, misses, done, after a coin, a miss, up, down.
const STATES = [
    [0, 0, 0, 0, 2, 1, 4, 0],
    [0, 0, 1, 0, 2, 0, 4, 0],
    [0, 1, 0, 0, 4, 1, 4, 0],
    [0, 1, 1, 0, 4, 0, 4, 0],
    [1, 0, 0, 0, 6, 5, 8, 0],
    [1, 0, 1, 0, 6, 0, 8, 0],
    [1, 1, 0, 0, 8, 5, 8, 0],
    [1, 1, 1, 0, 8, 0, 8, 0],
    [1, 2, 0, 1, 8, 8, 8, 4],
];
const step = (more = {}) => ({ id: 's', treads: [60, 72], states: STATES, start: 0, doneBefore: false, ...more });
const log = (letters) =>
    [...letters].map((letter, count) => ({
        id: String(count),
        step: 's',
        kind: { c: 'coin', m: 'miss', u: 'up', d: 'down', b: 'begin', x: 'done', n: 'note', r: 'round' }[letter],
        tempo: 60,
        at: count,
        count,
        text: '',
    }));

for (const [letters, expected] of [
    ['', { tread: 0, coins: 0, misses: 0, done: false, tempo: 60 }],
    ['bc', { tread: 0, coins: 1, misses: 0, done: false, tempo: 60 }],
    ['bcm', { tread: 0, coins: 0, misses: 1, done: false, tempo: 60 }],
    ['bcc', { tread: 1, coins: 0, misses: 0, done: false, tempo: 72 }],
    ['ccmm', { tread: 0, coins: 0, misses: 0, done: false, tempo: 60 }],
    ['cccc', { tread: 1, coins: 2, misses: 0, done: true, tempo: 72 }],
    ['uu', { tread: 1, coins: 2, misses: 0, done: true, tempo: 72 }],
    ['ccd', { tread: 0, coins: 0, misses: 0, done: false, tempo: 60 }],
    ['nc', { tread: 0, coins: 1, misses: 0, done: false, tempo: 60 }],
]) {
    test(`after "${letters}"`, () => assert.deepEqual(standingAfter(step(), log(letters)), expected));
}

test('a walk begins where the lesson says', () => {
    assert.equal(stateAfter(step({ start: 4 }), log('cc')), 8);
});

test('a step is done at its top, by word, or from before', () => {
    assert.equal(isDone(step(), log('ccc')), false);
    assert.equal(isDone(step(), log('cccc')), true);
    assert.equal(isDone(step(), log('x')), true);
    assert.equal(isDone(step({ doneBefore: true }), []), true);
});

test('where nothing is played, it is done when it was opened', () => {
    const rest = step({ treads: [], states: [] });
    assert.equal(isDone(rest, []), false);
    assert.equal(isDone(rest, log('b')), true);
    assert.deepEqual(standingAfter(rest, log('b')), { tread: 0, coins: 0, misses: 0, done: false, tempo: 0 });
});

test('only coins, misses, up and down move', () => {
    assert.deepEqual(['coin', 'miss', 'up', 'down', 'begin', 'note', 'undo', 'done', 'toString'].map(moves), [
        true,
        true,
        true,
        true,
        false,
        false,
        false,
        false,
        false,
    ]);
});

test('an excerpt sounds what lies in it, from its own start, and no longer than it lasts', () => {
    const tones = [
        [0, 2, 62, 'a'],
        [2, 1, 64, 'b'],
        [3, 4, 66, 'c'],
        [7, 1, 67, 'd'],
    ];
    assert.deepEqual(tonesOf({ from: 2, beats: 4 }, tones), [
        [0, 1, 64, 'b'],
        [1, 3, 66, 'c'],
    ]);
    assert.deepEqual(tonesOf({ from: 0, beats: 8 }, tones), tones);
});

test('rounds come before the stair, one after the other, and not after a first coin or miss', () => {
    const rounds = step({ rounds: ['say', 'pluck', 'bow'] });
    for (const [letters, round] of [
        ['', 0],
        ['b', 0],
        ['br', 1],
        ['brrn', 2],
        ['brrr', null],
        ['brc', null],
        ['bm', null],
        ['bu', null],
    ]) {
        assert.equal(roundAfter(rounds, log(letters)), round, letters);
    }
    assert.equal(roundAfter(step({ rounds: [] }), []), null);
});

test('a group plays the version that was chosen for it last', () => {
    const entries = ['bass easier', 'cello fuller', 'bass written', 'viola easier'].map((text, at) => ({
        ...log('n')[0],
        id: String(at),
        kind: 'version',
        text,
    }));
    const told = (/** @type {string} */ group) => versionOf(entries, group);
    assert.deepEqual(['bass', 'cello', 'viola', 'violin'].map(told), ['written', 'fuller', 'easier', 'written']);
    assert.equal(versionOf([], 'bass'), 'written');
});
