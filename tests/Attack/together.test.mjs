// Who presses twice, who does the same in the same moment as somebody else, and who writes an address otherwise: one thing is made, and
// nothing is walked past.
import assert from 'node:assert/strict';
import { after, before, test } from 'node:test';
import { Client, eventually, freePort, within } from '../Fault/client.mjs';
import { ask, LONG, SECONDS, sendEntries } from './client.mjs';
import { Home } from './homes.mjs';
import { entries, newcomer, scramble, tune } from './people.mjs';
import { newPiece, shorterFileAndChunk, splitAndMovedEdge } from './races.mjs';

const home = new Home(await freePort(), 'together');
const STARVED = 'others have the machine: what is done in the background is not done';

let teacher;
let lesson;

before(async () => {
    const made = await home.command('demo', '--background', '--port', String(home.port));
    assert.equal(made.code, 0, made.err);
    teacher = new Client(home.url);
    await teacher.signIn();
    lesson = await teacher.lesson(await teacher.sequence());
});
after(() => home.end());

const step = () => lesson.data.steps.find(({ treads }) => treads.length > 0).id;
const log = (number, key, body) => sendEntries(home.url, { number, key, body });

test(
    'who presses twice, and who does the same in the same moment, makes one thing',
    { timeout: within(120) },
    async (context) => {
        const form = await teacher.page('/library/new');
        const key = [...form.matchAll(/name="_once" value="([\da-f]{32})"/g)].at(-1)[1];
        const twice = { abc: tune('Pressed Twice', 8), _once: key };
        const answers = await Promise.all([1, 2, 3].map(() => teacher.post('/library/new', twice)));
        const made = new Set(answers.map((answer) => answer.headers.get('location')));
        assert.deepEqual([...new Set(answers.map(({ status }) => status))], [303]);
        assert.equal(made.size, 1);
        assert.equal(home.sql("SELECT COUNT(*) FROM piece WHERE title = 'Pressed Twice'"), '1\n');

        const same = Array.from({ length: 12 }, () => JSON.stringify({ entries: entries(40, step()) }));
        const sent = await Promise.all(
            same.flatMap((body) => [1, 2, 3].map(() => log(lesson.number, lesson.data.key, body))),
        );
        assert.deepEqual([...new Set(sent.map(({ status }) => status))], [200]);
        assert.equal(
            home.sql(`SELECT COUNT(*) FROM log_entry WHERE lesson_id = ${lesson.number}`),
            '480\n',
            'each once',
        );
        assert.equal(home.sql(`SELECT log_size FROM lesson WHERE id = ${lesson.number}`), '480\n');

        const statuses = await scramble(teacher, LONG ? 60_000 : 3_000);
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
        const piece = await newPiece(teacher);
        const told = {};
        for (let round = 0; round < (LONG ? 50 : 4); round++) {
            const both = await shorterFileAndChunk([teacher, second], piece);
            told[both] = (told[both] ?? 0) + 1;
            await splitAndMovedEdge([teacher, second], teacher);
        }
        context.diagnostic(`a shorter file and a chunk in what goes: ${JSON.stringify(told)}`);
    },
);

test(
    'an index that would make too much is refused in words, one of a book is read in the background',
    { timeout: within(120) },
    async (context) => {
        await teacher.page('/library/index');
        const send = async (rows) => {
            const form = new FormData();
            form.set('_token', teacher.token);
            form.set('book', 'Index Bomb');
            form.set('file', new Blob([`number,title,key,meter,measures\n${rows.join('\n')}\n`]), 'index.csv');
            const began = performance.now();
            const answer = await teacher.ask('/library/index', {
                method: 'POST',
                headers: { Origin: home.url },
                body: form,
            });
            assert.ok(performance.now() - began < SECONDS * 1000, 'it is answered at once');
            return { status: answer.status, text: await answer.text(), to: answer.headers.get('location') };
        };
        const bomb = await send(Array.from({ length: 300 }, (_, at) => `${at + 1},T${at},D,4/4,2000`));
        assert.equal(bomb.status, 422);
        assert.match(bomb.text, /measures/);
        const book = await send(Array.from({ length: 120 }, (_, at) => `${at + 1},Tune ${at},D,4/4,45`));
        assert.equal(book.status, 303);
        const task = Number(book.to.split('/').at(-1));
        const isDone = () => home.sql(`SELECT state FROM task WHERE id = ${task}`) === 'done\n';
        if (!(await eventually(isDone, 20))) {
            context.skip(STARVED);
            return;
        }
        assert.equal(home.sql("SELECT COUNT(*) FROM piece WHERE book = 'Index Bomb'"), '120\n');
    },
);

test('an address that is written otherwise walks past no pool and no limit', { timeout: within(60) }, async () => {
    const pieces = home.sql('SELECT COUNT(*) FROM piece');
    const large = `_token=${encodeURIComponent(teacher.token)}&abc=${'x'.repeat(3 << 20)}`;
    const small = `_token=${encodeURIComponent(teacher.token)}&abc=${encodeURIComponent(tune('Past', 4))}`;
    const headers = { 'Content-Type': 'application/x-www-form-urlencoded', Cookie: teacher.cookie, Origin: home.url };
    const written = [
        '/library/%6eew',
        '//library/new',
        '/library//new',
        '/library/new/',
        '/./library/new',
        '/x/../library/new',
    ];
    for (const path of [
        ...written,
        '/index.php/library/new',
        '/index.php',
        '/kind/pages/library/new',
        '/library/new;x',
        '/LIBRARY/NEW',
    ]) {
        // Those that the application takes for the same address are of the same kind: theirs is the limit of its pool, not another.
        const answers = [await ask(home.url + path, { method: 'POST', headers, body: large })];
        answers.push(await ask(home.url + path, { method: 'POST', headers, body: small.replace('abc=', 'nothing=') }));
        for (const answer of answers) {
            assert.ok(
                answer === null || [301, 308, 400, 404, 405, 413, 422].includes(answer.status),
                `${path}: ${answer?.status}`,
            );
        }
    }
    const kinds = ['/kind/coins', '/kind/heavy/library', '/kind/sign-in', '/health/../kind/pages'];
    for (const path of kinds) {
        assert.ok([400, 404].includes((await ask(home.url + path, { headers })).status), path);
    }
    assert.equal(home.sql('SELECT COUNT(*) FROM piece'), pieces);
});

test(
    'an address with other accents is another one, and wrong tries are counted for the one that is meant',
    { timeout: within(120) },
    async () => {
        const email = 'rene@coinstair.example';
        const { password } = await newcomer(home, email, 'Accents');
        const attempt = (address, typed, from) =>
            ask(`${home.url}/sign-in`, {
                method: 'POST',
                from,
                headers: { 'Content-Type': 'application/x-www-form-urlencoded', Origin: home.url },
                body: `email=${encodeURIComponent(address)}&password=${encodeURIComponent(typed)}&_token=csrf-token`,
            });
        const isIn = (answer) => answer?.status === 302 && !/sign-in/.test(answer.headers.location);
        const variants = [
            'rené@coinstair.example',
            'rêne@coinstair.example',
            'réne@coinstair.example',
            'ŗene@coinstair.example',
        ];
        for (const [index, address] of variants.entries()) {
            assert.equal(isIn(await attempt(address, password, `127.1.1.${index + 1}`)), false, address);
        }
        assert.equal(
            isIn(await attempt(' RENE@coinstair.example ', password, '127.1.2.1')),
            true,
            'capitals and blanks are no other one',
        );
        let tries = 0;
        for (; tries < 8; tries++) {
            const typed = ['rene', 'Rene', ' rene', 'RENE'][tries % 4];
            await attempt(`${typed}@coinstair.example`, `wrong-${tries}-wrong`, '127.1.3.1');
        }
        assert.equal(
            isIn(await attempt(email, password, '127.1.3.1')),
            false,
            'after wrong tries in four spellings the right one waits',
        );
    },
);
