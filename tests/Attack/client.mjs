// What the abuses are made of: requests from any loopback address, floods that go on until they are stopped, and how long a screen waits.
import assert from 'node:assert/strict';
import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { join } from 'node:path';

/** The long run has its full figures; the ordinary one the same abuses in small. */
export const LONG = process.env.COIN_STAIR_ATTACK === 'long';

/**
 * One request from an address of this machine.
 *
 * @param {string} address with the host; its path goes over the line as it stands
 * @param {{from?: string, method?: string, headers?: Record<string, string>, body?: string, abandonAfter?: number}} options
 * @returns {Promise<{status: number, headers: Record<string, string>, text: string}|null>} null if it was abandoned or cut off
 */
export function ask(address, { from = '127.0.0.1', method = 'GET', headers = {}, body = '', abandonAfter = 0 } = {}) {
    return new Promise((resolve) => {
        const [, host, port, path] = /^http:\/\/([^:/]+):(\d+)(.*)$/.exec(address);
        const sent = request(
            {
                host,
                port,
                path,
                method,
                localAddress: from,
                headers: { ...headers, 'Content-Length': Buffer.byteLength(body) },
                agent: false,
            },
            (answer) => {
                const parts = [];
                answer.on('data', (part) => parts.push(part));
                answer.on('end', () =>
                    resolve({
                        status: answer.statusCode,
                        headers: answer.headers,
                        text: Buffer.concat(parts).toString(),
                    }),
                );
                answer.on('error', () => resolve(null));
            },
        );
        sent.on('error', () => resolve(null));
        if (abandonAfter > 0) {
            setTimeout(() => sent.destroy(), abandonAfter);
        }
        sent.end(body);
    });
}

/** Somebody who is nobody tries to sign in, with another address each time. */
export const tryToSignIn = (url, options = {}) =>
    ask(`${url}/sign-in`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/x-www-form-urlencoded', Origin: url },
        body: `email=${randomUUID()}%40example.org&password=whatever-it-is-4&_token=csrf-token`,
        ...options,
    });

/**
 * Does the same again and again, so many at once, until it is stopped.
 *
 * @param {number} count
 * @param {(index: number) => Promise<unknown>} work
 * @returns {() => Promise<void>} stops it
 */
export function flood(count, work) {
    let goesOn = true;
    const all = Promise.all(
        Array.from({ length: count }, async (_, index) => {
            while (goesOn) {
                await work(index);
            }
        }),
    );
    return async () => {
        goesOn = false;
        await all;
    };
}

/** @param {number[]} times @param {number} share 0.95 for the time that 95 % of them take at the most */
export const at = (times, share) => [...times].sort((a, b) => a - b)[Math.floor(share * (times.length - 1))];

/**
 * What a screen of a lesson waits for while it is open for a time.
 *
 * @param {{url: string, lesson: object, milliseconds: number}} told
 * @returns {Promise<{polls: number[], coins: number[], refused: number}>} milliseconds of each
 */
export function screen(told) {
    const script = join(import.meta.dirname, 'screen.mjs');
    return new Promise((resolve, reject) => {
        execFile(process.execPath, [script, JSON.stringify(told)], { maxBuffer: 1 << 24 }, (wrong, said) =>
            wrong ? reject(wrong) : resolve(JSON.parse(said)),
        );
    });
}

/** A page that takes no longer than this is none that anybody was kept from. */
export const SECONDS = 2;

/**
 * One request with its status, and that it took no longer than a page may.
 *
 * @param {import('../Fault/client.mjs').Client} client
 * @param {string} path
 * @param {number[]} allowed
 * @returns {Promise<number>} seconds
 */
export async function soon(client, path, allowed = [200]) {
    const began = performance.now();
    const answer = await client.ask(path);
    await answer.text();
    const took = (performance.now() - began) / 1000;
    assert.ok(allowed.includes(answer.status), `${path} answered ${answer.status}`);
    assert.ok(took < SECONDS, `${path} took ${took.toFixed(2)} s`);
    return took;
}

/**
 * Sends entries to the log of a lesson, as a screen does.
 *
 * @param {string} url of the home
 * @param {{number: number, key: string, body: string}} what lesson, its key, and the entries as JSON
 */
export const sendEntries = (url, { number, key, body }) =>
    fetch(`${url}/lessons/${number}/log?after=1000000`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'X-Lesson-Key': key },
        body,
    });
