// The notation on the screen of a lesson belongs to the step that is shown, however slow the engraver is.
import assert from 'node:assert/strict';
import { beforeEach, mock, test } from 'node:test';
import { Stave } from '../../assets/js/lesson/stave.js';

const WORDS = { drawing: 'Drawing', failed: 'Failed' };
const later = () => new Promise(setImmediate);

class Box {
    content = '';
    replaceChildren(...content) {
        this.content = content.join('');
    }
    set textContent(text) {
        this.content = text;
    }
}

/** Drawings that are under way, by name of the sheet: each ends when the test says so. */
let drawings;
let engraved;
let box;
let stave;

beforeEach(() => {
    drawings = new Map();
    engraved = [];
    box = new Box();
    stave = new Stave(
        box,
        (at, { xml }, stale) =>
            new Promise((resolve, reject) => {
                drawings.set(xml, {
                    end() {
                        if (!stale()) {
                            at.content = `picture of ${xml}`;
                        }
                        resolve(!stale());
                    },
                    reject,
                });
            }),
        async (at, { xml }, stale) => {
            engraved.push(xml);
            await later();
            return stale();
        },
        WORDS,
    );
});

const sheet = (xml) => ({ xml, marks: {}, ribbon: null });
async function drawn(xml) {
    await later();
    drawings.get(xml).end();
    await later();
}

test('the picture of an earlier step goes before that of the next is there', async () => {
    stave.show(sheet('one'), 'violin 1');
    await drawn('one');
    assert.equal(box.content, 'picture of one');
    stave.show(sheet('two'), 'violin 2');
    assert.equal(box.content, '');
    await drawn('two');
    assert.equal(box.content, 'picture of two');
});

test('after a quick walk the step that is shown has its own, in whatever order the drawings end', async () => {
    const shown = [];
    for (const name of ['one', 'two', 'three']) {
        shown.push(stave.show(sheet(name), name));
        await later();
    }
    await drawn('three');
    await drawn('one');
    await drawn('two');
    assert.equal(box.content, 'picture of three');
    assert.deepEqual(await Promise.all(shown), [null, null, true]);
});

test('in another layer the same step keeps its picture until the new one is there', async () => {
    stave.show(sheet('plain'), 'one');
    await drawn('plain');
    stave.show(sheet('with fingers'), 'one');
    assert.equal(box.content, 'picture of plain');
    await drawn('with fingers');
    assert.equal(box.content, 'picture of with fingers');
});

test('that it is being drawn is said after a moment, and not of what is shown no more', async () => {
    mock.timers.enable({ apis: ['setTimeout'] });
    stave.show(sheet('one'), 'one');
    assert.equal(box.content, '');
    mock.timers.tick(200);
    assert.equal(box.content, 'Drawing');
    stave.show(sheet('two'), 'two');
    await later();
    stave.put('a card');
    mock.timers.tick(200);
    assert.equal(box.content, 'a card');
    mock.timers.reset();
    await drawn('two');
    assert.equal(box.content, 'a card', 'a drawing that ends later shows nothing');
});

test('what cannot be had or drawn is said so', async () => {
    assert.equal(await stave.show(Promise.resolve(null), 'one'), false);
    assert.equal(box.content, 'Failed');
    const warn = mock.method(console, 'warn', () => {});
    const shown = stave.show(sheet('two'), 'two');
    await later();
    drawings.get('two').reject(new Error('no engraver'));
    assert.equal(await shown, false);
    assert.equal(box.content, 'Failed');
    assert.equal(warn.mock.callCount(), 1, 'the reason is not hidden');
    warn.mock.restore();
});

test('steps are drawn ahead one after the other, and no more once others are wanted', async () => {
    const first = stave.ahead(['a', 'b', 'c'].map(sheet));
    await later();
    const second = stave.ahead(['x', 'y'].map(sheet));
    await Promise.all([first, second]);
    assert.deepEqual(engraved.slice(0, 1), ['a']);
    assert.deepEqual(engraved.slice(-2), ['x', 'y']);
    assert.ok(!engraved.includes('c'));
});
