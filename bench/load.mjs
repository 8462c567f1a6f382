// A hundred lessons log at once. How many entries a second are taken, how long each waits, and whether one is lost; as a ratio to what an
// empty page of the same stack and one bare durable insert take together (handbook 11).
import { execFileSync } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Client, logCoin } from '../tests/Fault/client.mjs';

const url = process.env.COIN_STAIR_URL ?? 'http://127.0.0.1:8080';
const LESSONS = Number(process.env.COIN_STAIR_LESSONS ?? 100);
const SECONDS = Number(process.env.COIN_STAIR_SECONDS ?? 30);
/** Lessons of a class: it begins twelve a day at the most. */
const OF_A_CLASS = 10;
const BUDGET = 0.5;

/** Does the same again and again, so many at once, for a time; gives how long each took, in milliseconds. */
async function hammer(count, seconds, work) {
    const times = [];
    const end = performance.now() + seconds * 1000;
    await Promise.all(
        Array.from({ length: count }, async (_, index) => {
            while (performance.now() < end) {
                const start = performance.now();
                await work(index);
                times.push(performance.now() - start);
            }
        }),
    );
    return times;
}

const at = (times, share) => [...times].sort((a, b) => a - b)[Math.floor(share * (times.length - 1))];

const client = new Client(url);
await client.signIn();
const lessons = [];
for (let made = 0, schoolClass = 0; made < LESSONS; made++) {
    schoolClass = made % OF_A_CLASS === 0 ? await client.schoolClass(`Load ${made}`) : schoolClass;
    lessons.push(await client.lesson(await client.sequence(6, schoolClass)));
}
const acknowledged = lessons.map(() => []);
let failed = 0;

/** One entry more in the lesson of that number. */
async function log(index) {
    const { id, answer } = await logCoin(url, lessons[index], 'bench');
    await answer.text();
    if (answer.ok) {
        acknowledged[index].push(id);
    } else {
        failed++;
    }
}

const empty = () => client.ask('/blank').then((answer) => answer.text());
await hammer(20, 1, empty);
const pages = await hammer(LESSONS, SECONDS / 6, empty);
const insert = Number(
    execFileSync('php', [join(dirname(fileURLToPath(import.meta.url)), 'insert.php')])
        .toString()
        .trim(),
);
const times = await hammer(LESSONS, SECONDS, log);
const pagesAfter = await hammer(LESSONS, SECONDS / 6, empty);

let lost = 0;
for (const [index, { number, data }] of lessons.entries()) {
    const there = new Set();
    for (let after = 0; ;) {
        const answer = await fetch(`${url}/lessons/${number}/log?after=${after}`, {
            headers: { 'X-Lesson-Key': data.key },
        });
        const news = await answer.json();
        news.entries.forEach(([id]) => there.add(id));
        if (news.after === after || news.entries.length === 0) {
            break;
        }
        after = news.after;
    }
    lost += acknowledged[index].filter((id) => !there.has(id)).length;
}
const perPage = (2 * (SECONDS / 6) * 1000) / (pages.length + pagesAfter.length);
const perEntry = (SECONDS * 1000) / times.length;
const ratio = (perPage + insert) / perEntry;
console.log(`\n${LESSONS} lessons log at once for ${SECONDS} s`);
console.log(`  entries a second ${(times.length / SECONDS).toFixed(0)}, lost ${lost}, not taken ${failed}`);
console.log(
    `  an entry waits, ms: median ${at(times, 0.5).toFixed(0)}, 95 % ${at(times, 0.95).toFixed(0)}, 99 % ${at(times, 0.99).toFixed(0)}`,
);
console.log(
    `  an empty page ${perPage.toFixed(2)} ms, a bare insert ${insert.toFixed(2)} ms, an entry ${perEntry.toFixed(2)} ms`,
);
console.log(
    `  ${ratio.toFixed(2)} of what both take together (at least ${BUDGET})${ratio < BUDGET ? '  under its budget' : ''}`,
);
process.exitCode = lost > 0 || failed > 0 ? 1 : 0;
