// The log on the screen of a lesson tells what the server tells of it: by one table of cases, that tests/Core/Log/CasesTest.php is held
// against as well.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { entryOf, merge, ofStep } from '../../assets/js/lesson/merge.js';
import { isDone, standingAfter } from '../../assets/js/lesson/walk.js';

const { steps, cases } = JSON.parse(readFileSync(new URL('../cases/log.json', import.meta.url), 'utf8'));

for (const { name, step, entries, order, tread, isDone: done } of cases) {
    test(name, () => {
        const log = ofStep(merge(new Map(), entries.map(entryOf)).values(), 's');
        assert.deepEqual(
            log.map(({ id }) => id),
            order,
        );
        const walked = { id: 's', rounds: [], doneBefore: false, ...steps[step] };
        assert.deepEqual([standingAfter(walked, log).tread, isDone(walked, log)], [tread, done]);
    });
}
