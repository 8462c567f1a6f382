// What somebody with a bad will, or a program that asks for too much, does to all others: each is told, and nobody else waits for it.
// COIN_STAIR_ATTACK=long has its full figures.
import assert from 'node:assert/strict';
import { connect } from 'node:net';
import { after, before, test } from 'node:test';
import { Client, eventually, freePort, wait, within } from '../Fault/client.mjs';
import { ask, at, flood, LONG, screen, SECONDS, sendEntries, soon } from './client.mjs';
import { Home } from './homes.mjs';
import { entries, manyAddresses, newcomer, signingIn, tune } from './people.mjs';

const home = new Home(await freePort(), 'abuse');
const ms = (times) => `${at(times, 0.5).toFixed(1)} ms, ${at(times, 0.95).toFixed(1)} ms at 95 %`;
const FOR = LONG ? 20_000 : 2_000;
const TIMES = 4;
const TIMES_OF_A_PAGE = 10;
const TRIES = LONG ? 1 : 3;

const STARVED = 'others have the machine: what is done in the background is not done';

let teacher;
let other;
let lesson;
let alone;

before(async () => {
    const made = await home.command('demo', '--background', '--port', String(home.port));
    assert.equal(made.code, 0, made.err);
    teacher = new Client(home.url);
    await teacher.signIn();
    other = (await newcomer(home, 'other@coinstair.example', 'The Other Hall')).client;
    await other.page('/library/new');
    for (const title of ['Slow Ferry', 'Tin Lantern', 'Two Geese']) {
        await other.post('/library/new', { abc: tune(title, 24) });
    }
    await other.page('/classes/new');
    lesson = await teacher.lesson(await teacher.sequence());
    await watched();
    alone = await watched();
});
after(() => home.end());

const step = () => lesson.data.steps.find(({ treads }) => treads.length > 0).id;
const log = (number, key, body) => sendEntries(home.url, { number, key, body });

/** What a screen of the lesson waits for meanwhile; each of its coins has to be taken. */
async function watched() {
    const { polls, coins, refused } = await screen({ url: home.url, lesson, milliseconds: FOR });
    assert.equal(refused, 0, 'no coin is refused, and each poll is answered');
    return { poll: at(polls, 0.95), told: `a poll ${ms(polls)}; a coin ${ms(coins)}` };
}

/** The same while something goes on, which must not take four times as long; a machine that others use as well has a second try. */
async function watchedUnder() {
    let under = await watched();
    for (let tries = 1; tries < TRIES && under.poll >= TIMES * alone.poll; tries++) {
        under = await watched();
    }
    assert.ok(
        under.poll < TIMES * alone.poll,
        `a poll takes less than ${TIMES} times as long: ${under.told}, alone ${alone.told}`,
    );
    return under;
}

/** Times of pages of the other program, each at its best of some tries. */
async function pagesOfOther(rounds) {
    const times = [];
    for (const path of ['/', '/library', '/classes', '/skills/quilt', '/patterns', '/program', '/work']) {
        const tries = [];
        for (let round = 0; round < rounds; round++) {
            const began = performance.now();
            const answer = await other.ask(path);
            await answer.text();
            assert.equal(answer.status, 200, path);
            tries.push(performance.now() - began);
        }
        times.push({ path, median: at(tries, 0.5) });
    }
    return times;
}

test(
    'a flood of sign-ins holds up no coin, no poll, and nobody for long',
    { timeout: within(180) },
    async (context) => {
        const who = { 'one address': () => '127.0.0.1', 'many addresses': manyAddresses };
        for (const [name, from] of Object.entries(who).slice(LONG ? 0 : 1)) {
            const stop = flood(40, signingIn(home.url, from));
            const under = await watchedUnder();
            await stop();
            context.diagnostic(`alone ${alone.told}; under 40 sign-ins of ${name} ${under.told}`);
            await soon(teacher, '/');
        }
        const began = performance.now();
        for (let tries = 0; tries < 60; tries++) {
            const answer = await ask(`${home.url}/sign-in`, { from: '127.9.9.9' });
            if (answer?.status === 200) {
                break;
            }
            await wait(100);
        }
        assert.ok(performance.now() - began < 5000, 'the flood is over when it is over');
    },
);

test(
    'while forty sign in, six imports run and one program asks for its whole library, the others go on',
    { timeout: within(240) },
    async (context) => {
        const before = await pagesOfOther(5);
        const many = tune('Long March', 400);
        const stops = [
            flood(40, signingIn(home.url, manyAddresses)),
            flood(6, async (index) => {
                const answer = await teacher.post(
                    '/library/new',
                    { abc: many.replace('T:', `T:${index} `) },
                    { signal: AbortSignal.timeout(within(60)) },
                );
                await answer.text();
                await wait(answer.status === 303 ? 0 : 100);
            }),
            flood(4, async (index) => {
                const paths = [
                    '/library?for=class-2&ready=ready',
                    '/skills/quilt',
                    '/classes/2/next',
                    '/books?book=Lantern',
                ];
                const answer = await teacher.ask(paths[index], { signal: AbortSignal.timeout(within(60)) });
                await answer.text();
                await wait(answer.status === 200 ? 0 : 100);
            }),
        ];
        await wait(500);
        const under = await watchedUnder();
        const slowest = (pages) => Math.max(...pages.map(({ median }, page) => median / before[page].median));
        let during = await pagesOfOther(5);
        for (let tries = 1; tries < TRIES && slowest(during) >= TIMES_OF_A_PAGE; tries++) {
            during = await pagesOfOther(5);
        }
        await Promise.all(stops.map((stop) => stop()));
        context.diagnostic(`alone ${alone.told}; under all of it ${under.told}`);
        const ratios = during.map(({ path, median }, page) => [path, median / before[page].median]);
        context.diagnostic(
            during
                .map(({ path, median }, page) => `${path} ${before[page].median.toFixed(1)} → ${median.toFixed(1)} ms`)
                .join(', '),
        );
        for (const [path, ratio] of ratios) {
            assert.ok(ratio < TIMES_OF_A_PAGE, `${path} of the other program takes ${ratio.toFixed(1)} times as long`);
        }
    },
);

test('slow readers and slow senders hold up nobody', { timeout: within(120) }, async (context) => {
    const open = Array.from({ length: LONG ? 400 : 120 }, (_, index) => {
        const line = connect({ host: '127.0.0.1', port: home.port, localAddress: `127.0.${1 + (index % 5)}.1` });
        line.on('error', () => {});
        const cookie = teacher.cookie;
        if (index % 3 === 0) {
            line.write(`POST /sign-in HTTP/1.1\r\nHost: 127.0.0.1:${home.port}\r\nContent-Length: 5000\r\n\r\nemail=`);
        } else if (index % 3 === 1) {
            line.write(`GET /library HTTP/1.1\r\nHost: 127.0.0.1:${home.port}\r\nX-Slow: `);
        } else {
            line.pause();
            const asked = `GET /skills/quilt HTTP/1.1\r\nHost: 127.0.0.1:${home.port}\r\nCookie: ${cookie}\r\n\r\n`;
            line.write(asked.repeat(4));
        }
        return line;
    });
    const dripping = setInterval(() => open.forEach((line) => line.writable && line.write('x')), 500);
    const under = await watchedUnder();
    await soon(other, '/library');
    clearInterval(dripping);
    open.forEach((line) => line.destroy());
    context.diagnostic(`alone ${alone.told}; beside ${open.length} slow connections ${under.told}`);
});

test(
    'a log has a size, and one that an earlier release let grow holds up no page',
    { timeout: within(180) },
    async (context) => {
        assert.equal(
            (await log(lesson.number, lesson.data.key, JSON.stringify({ entries: entries(2000, step()) }))).status,
            422,
        );
        let taken = 0;
        let refused = 0;
        for (let post = 0; post < 12; post++) {
            const answer = await log(lesson.number, lesson.data.key, JSON.stringify({ entries: entries(500, step()) }));
            const told = await answer.json();
            refused += told.refused.length;
            taken += 500 - told.refused.length;
        }
        assert.ok(taken <= 4000 && refused >= 2000, `${taken} taken, ${refused} refused`);
        const rows = LONG ? 200_000 : 40_000;
        home.sql(
            `INSERT INTO log_entry (id, program_id, lesson_id, position, step, kind, tempo, made_at, device_count, text, ` +
                `device, late, afterwards) SELECT UUID(), program_id, id, 10000 + seq, '${step()}', 'coin', 60, ` +
                `UNIX_TIMESTAMP() * 1000, seq, '', '', 0, 0 FROM lesson, seq_1_to_${rows} WHERE id = ${lesson.number}; ` +
                `UPDATE lesson SET log_size = log_size + ${rows}, log_hash = log_hash + 1, ended_at = NOW() WHERE id = ${lesson.number}`,
        );
        const took = [];
        for (const path of [
            '/',
            '/classes',
            '/classes/2',
            `/lessons/${lesson.number}/end`,
            '/skills/quilt',
            '/classes/2/report',
        ]) {
            took.push(`${path} ${(await soon(teacher, path)).toFixed(2)} s`);
        }
        context.diagnostic(`with ${rows} entries in one lesson: ${took.join(', ')}`);
        const id = lesson.number;
        await teacher.post(`/lessons/${id}/put-away`);
        const begun = await teacher.post(`/lessons/${id}/take-out`, { class: 'Mill Lane Two' });
        assert.equal(begun.status, 303);
        const closed = lesson;
        lesson = await teacher.lesson(await teacher.sequence());
        if (!(await eventually(() => home.sql(`SELECT id FROM lesson WHERE id = ${id}`) === '', 30))) {
            context.skip(STARVED);
            return;
        }
        const left = home.sql(`SELECT COUNT(*) FROM log_entry WHERE lesson_id = ${id}`);
        assert.equal(left, '0\n', 'it is taken out, whatever its length');
        assert.equal((await log(id, closed.data.key, JSON.stringify({ entries: entries(1, step()) }))).status, 410);
    },
);

test('many long rules of one program cost its pages little', { timeout: within(240) }, async (context) => {
    const parts = [
        'finger(D, 1)',
        'finger(A, 2, high)',
        'crossing(2+)',
        'slur(3+)',
        'length(4+)',
        'move(any, beats: <2)',
    ];
    const rule = (seed) => {
        const said = Array.from({ length: 36 }, (_, at) =>
            parts[(at * 7 + seed) % parts.length].replace(/\d/, (at % 4) + 1),
        );
        while (said.join(', ').length > 990) {
            said.pop();
        }
        return `any(${said.join(', ')})`;
    };
    const rules = LONG ? 200 : 40;
    await teacher.page('/skills/new');
    for (let index = 0; index < rules; index++) {
        const answer = await teacher.post('/skills/new', {
            name: `Rule ${index}`,
            family: 'fingers',
            rule: rule(index),
        });
        assert.equal(answer.status, 303, await answer.text());
    }
    const took = [];
    for (const path of [
        '/library?for=class-2&ready=ready',
        '/classes/2',
        '/skills/quilt',
        '/pieces/6/ready?for=class-2',
        '/skills',
    ]) {
        took.push(`${path} ${(await soon(teacher, path)).toFixed(2)} s`);
    }
    const began = performance.now();
    const tried = await teacher.post('/skills/try', { name: 'Tried', family: 'fingers', rule: rule(7) });
    assert.equal(tried.status, 200);
    assert.ok(performance.now() - began < SECONDS * 1000, 'a rule is tried at once');
    context.diagnostic(`${rules} rules of 1,000 letters: ${took.join(', ')}`);
});
