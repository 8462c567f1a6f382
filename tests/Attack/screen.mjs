// A screen of a lesson, as a process of its own, so that nothing but the server holds it up: it asks for the log again and again, logs a
// coin now and then, and says at the end how long it waited for each.
import { logCoin, wait } from '../Fault/client.mjs';
import { ask } from './client.mjs';

const PAUSE = 15;
const ASKS_A_COIN = 4;

const { url, lesson, milliseconds } = JSON.parse(process.argv[2]);
const told = { polls: [], coins: [], refused: 0 };
const took = async (times, work) => {
    const began = performance.now();
    const result = await work();
    times.push(performance.now() - began);
    return result;
};
const log = `${url}/lessons/${lesson.number}/log?after=1000000`;
const headers = { 'X-Lesson-Key': lesson.data.key };

await ask(log, { headers });
await (await logCoin(url, lesson, 'first')).answer.text();
for (const end = performance.now() + milliseconds; performance.now() < end; await wait(PAUSE)) {
    const answer = await took(told.polls, () => ask(log, { headers }));
    told.refused += answer?.status === 200 ? 0 : 1;
    if (told.polls.length % ASKS_A_COIN === 0) {
        const { answer: taken } = await took(told.coins, () => logCoin(url, lesson, 'tablet'));
        told.refused += taken.ok && (await taken.json()).refused.length === 0 ? 0 : 1;
    }
}
console.log(JSON.stringify(told));
