// Who presses twice, and who does the same in the same moment as somebody else.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Client, within } from '../Fault/client.mjs';
import { LONG } from './client.mjs';
import { entries, scramble, tune } from './people.mjs';
import { newPiece, shorterFileAndChunk, splitAndMovedEdge } from './races.mjs';

/**
 * @param {import('./homes.mjs').Home} home
 * @param {() => {teacher: Client, lesson: any, step: string, log: (number: number, key: string, body: string) => Promise<Response>}} people
 *        once they are there
 */
export function testTogether(home, people) {
    test(
        'who presses twice, and who does the same in the same moment, makes one thing',
        { timeout: within(120) },
        async (context) => {
            const form = await people().teacher.page('/library/new');
            const key = [...form.matchAll(/name="_once" value="([\da-f]{32})"/g)].at(-1)[1];
            const twice = { abc: tune('Pressed Twice', 8), _once: key };
            const answers = await Promise.all([1, 2, 3].map(() => people().teacher.post('/library/new', twice)));
            const made = new Set(answers.map((answer) => answer.headers.get('location')));
            assert.deepEqual([...new Set(answers.map(({ status }) => status))], [303]);
            assert.equal(made.size, 1);
            assert.equal(home.sql("SELECT COUNT(*) FROM piece WHERE title = 'Pressed Twice'"), '1\n');

            const same = Array.from({ length: 12 }, () => JSON.stringify({ entries: entries(40, people().step) }));
            const sent = await Promise.all(
                same.flatMap((body) =>
                    [1, 2, 3].map(() => people().log(people().lesson.number, people().lesson.data.key, body)),
                ),
            );
            assert.deepEqual([...new Set(sent.map(({ status }) => status))], [200]);
            assert.equal(
                home.sql(`SELECT COUNT(*) FROM log_entry WHERE lesson_id = ${people().lesson.number}`),
                '480\n',
                'each once',
            );
            assert.equal(home.sql(`SELECT log_size FROM lesson WHERE id = ${people().lesson.number}`), '480\n');

            const statuses = await scramble(people().teacher, LONG ? 60_000 : 3_000);
            context.diagnostic(`changes of one cut and its sequence by six at once: ${JSON.stringify(statuses)}`);
            const failed = Object.keys(statuses).filter((status) => Number(status) >= 500 && Number(status) !== 503);
            assert.deepEqual(failed, []);
        },
    );

    test(
        'two who change one piece in the same moment leave a piece that opens',
        { timeout: within(180) },
        async (context) => {
            const second = new Client(home.url);
            await second.signIn();
            const piece = await newPiece(people().teacher);
            const told = {};
            for (let round = 0; round < (LONG ? 50 : 4); round++) {
                const both = await shorterFileAndChunk([people().teacher, second], piece);
                told[both] = (told[both] ?? 0) + 1;
                await splitAndMovedEdge([people().teacher, second], people().teacher);
            }
            context.diagnostic(`a shorter file and a chunk in what goes: ${JSON.stringify(told)}`);
        },
    );
}
