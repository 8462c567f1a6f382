// What is played to the class is heard, not earned; in the last coins of a step the class is told what to listen for.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { LessonState } from '../../assets/js/lesson/state.js';

/** A stair of two treads, of which the second asks for two coins. */
const states = [
    [0, 0, 0, 0, 1, 0, 1, 0],
    [1, 0, 0, 0, 2, 1, 1, 0],
    [1, 1, 0, 0, 3, 1, 2, 0],
    [1, 2, 0, 1, 3, 3, 3, 0],
];
const step = (more) => ({
    id: 's',
    purpose: 'learn',
    treads: [60, 72],
    states,
    start: 0,
    rounds: [],
    players: [],
    prompt: 'hook it',
    listen: 'does D ring?',
    ...more,
});

function stateWith(one) {
    const entries = [];
    const log = {
        device: 'me',
        of: (id) => entries.filter((entry) => entry.step === id),
        add: (entry) => entries.push({ id: String(entries.length), device: 'me', ...entry }),
    };
    const state = new LessonState({ steps: [one], chunks: {}, parts: [], entries: [] }, log, { view: () => undefined });
    return { state, kinds: () => entries.map(({ kind }) => kind) };
}

test('a coin on what is played to the class says that it was heard', () => {
    const { state, kinds } = stateWith(step({ purpose: 'listen' }));
    assert.equal(state.mark('coin'), false);
    assert.deepEqual(kinds(), ['begin', 'done']);
    assert.equal(state.isDone(state.step), true);
});

test('the prompt gives way to what is listened for once a coin lies on the last tread', () => {
    const { state } = stateWith(step());
    assert.equal(state.told, 'hook it');
    state.mark('coin');
    assert.equal(state.told, 'hook it', 'on the last tread, before its first coin');
    state.mark('coin');
    assert.equal(state.told, 'does D ring?');
});

test('a step with nothing to listen for keeps its prompt', () => {
    const { state } = stateWith(step({ listen: '' }));
    state.mark('coin');
    state.mark('coin');
    assert.equal(state.told, 'hook it');
});
