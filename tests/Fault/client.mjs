// A client without a browser: signs in, asks for pages, begins lessons, and logs as a tablet does.
import { execFile, spawnSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';

export const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
const run = promisify(execFile);

/**
 * Runs bin/coin-stair.
 *
 * @param {string[]} args
 * @param {Record<string, string>} env beside that of this process
 * @returns {Promise<{code: number, out: string, err: string}>}
 */
export async function coinStair(args, env = {}) {
    try {
        const { stdout, stderr } = await run(join(root, 'bin/coin-stair'), args, { env: { ...process.env, ...env } });
        return { code: 0, out: stdout, err: stderr };
    } catch (error) {
        return { code: error.code, out: error.stdout, err: error.stderr + saidIn(error.stderr) };
    }
}

/** The last lines of the log that a message names: its home may be gone when somebody reads it. */
function saidIn(message) {
    const [log] = /\/\S+\.log(?= says)/.exec(message) ?? [];
    return log && existsSync(log) ? `\n${log}:\n${readFileSync(log, 'utf8').slice(-2000)}` : '';
}

/** Processes that another one made; none while it is being replaced. */
export const children = (pid) =>
    (spawnSync('ps', ['-o', 'pid=', '--ppid', String(pid)]).stdout ?? '')
        .toString()
        .trim()
        .split(/\s+/)
        .filter(Boolean)
        .map(Number);

/**
 * Sends one coin of a lesson that Client.lesson() gave.
 *
 * @returns {Promise<{id: string, answer: Response}>}
 */
export async function logCoin(url, { number, data }, device, text = '') {
    const step = data.steps.find(({ treads }) => treads.length > 0).id;
    const entry = { id: randomUUID(), step, kind: 'coin', tempo: 60, at: Date.now(), count: 1, text, device };
    const answer = await fetch(`${url}/lessons/${number}/log?after=1000000`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'X-Lesson-Key': data.key },
        body: JSON.stringify({ entries: [entry] }),
    });
    return { id: entry.id, answer };
}

/** The folder of the sockets of a home, as bin/lib/home.sh names it. */
export function runFolder(home) {
    const short = createHash('sha256').update(home).digest('hex').slice(0, 10);
    return join(process.env.XDG_RUNTIME_DIR ?? '/tmp', `coin-stair-${process.getuid()}-${short}`);
}

/** The first line in which two pages differ, from both; nothing if they are equal. */
export function difference(one = '', other = '') {
    const [lines, others] = [one.split('\n'), other.split('\n')];
    const at = lines.findIndex((line, index) => line !== others[index]);
    if (at < 0) {
        return one === other ? '' : `${others.length - lines.length} lines more`;
    }
    return `line ${at + 1}: ${lines[at].trim().slice(0, 300)} | ${(others[at] ?? '').trim().slice(0, 300)}`;
}

/** How much longer than on an idle machine anything may take before it counts as a fault. */
const PATIENCE = Number(process.env.COIN_STAIR_PATIENCE ?? 4);

/** Milliseconds after which something that takes so many seconds on an idle machine, at most, is given up. */
export const within = (seconds) => seconds * PATIENCE * 1000;

/**
 * Whether other work takes this machine so far that whatever steps back for it hardly runs: then what is awaited of the background is slow,
 * and no fault.
 */
export function isStarved() {
    const seconds = (...nice) => {
        const began = performance.now();
        spawnSync(nice[0] ?? process.execPath, [...nice.slice(1), '-e', 'for (let i = 0; i < 3e8; i++);']);
        return performance.now() - began;
    };
    return seconds('nice', '-n', '19', process.execPath) > 4 * seconds();
}

/**
 * Waits until something is so. What throws is not so yet.
 *
 * @param {() => unknown} isSo
 * @param {number} seconds for which it takes at most on an idle machine
 * @returns {Promise<boolean>} whether it is
 */
export async function until(isSo, seconds) {
    for (const end = Date.now() + within(seconds); Date.now() < end; await wait(100)) {
        try {
            if (await isSo()) {
                return true;
            }
        } catch {
            // Nobody answers yet.
        }
    }
    return false;
}

/** Waits until an instance answers that it is well. */
export async function healthy(url) {
    if (!(await until(async () => (await fetch(`${url}/health`)).ok, 20))) {
        throw new Error('it is not up again');
    }
}

/** As until(), of something in the background: false only where it is not so since others have the machine. */
export async function eventually(isSo, seconds) {
    if (await until(isSo, seconds)) {
        return true;
    }
    if (!isStarved()) {
        throw new Error(`it is not so after ${within(seconds) / 1000} s: ${isSo}`);
    }
    return false;
}

/** A port on which nothing listens, below those from which connections go out. */
export async function freePort() {
    for (;;) {
        const port = 10_000 + Math.floor(Math.random() * 20_000);
        const server = createServer();
        const isFree = await new Promise((resolve) => {
            server.once('error', () => resolve(false));
            server.listen(port, '0.0.0.0', () => resolve(true));
        });
        await new Promise((resolve) => (isFree ? server.close(resolve) : resolve()));
        if (isFree) {
            return port;
        }
    }
}

export const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** The number of the process that leads a part, as the home has it written down. */
export function leader(home, part) {
    return Number(readFileSync(join(home, `${part}.leader`), 'utf8').split(' ')[0]);
}

export class Client {
    #cookie = '';
    token = '';

    /** @param {string} url */
    constructor(url) {
        this.url = url;
    }

    /** Of its session, for requests that are made past this client. */
    get cookie() {
        return this.#cookie;
    }

    /**
     * @param {string} path
     * @param {RequestInit} options
     */
    async ask(path, options = {}) {
        const answer = await fetch(this.url + path, {
            redirect: 'manual',
            signal: AbortSignal.timeout(within(10)),
            ...options,
            headers: { ...options.headers, Cookie: this.#cookie },
        });
        for (const line of answer.headers.getSetCookie()) {
            if (line.startsWith('coin_stair=')) {
                this.#cookie = line.split(';')[0];
            }
        }
        return answer;
    }

    /** @param {string} path */
    async page(path) {
        const text = await (await this.ask(path)).text();
        this.token = /name="(?:csrf-token|_token)" (?:content|value)="([^"]+)"/.exec(text)?.[1] ?? this.token;
        return text;
    }

    /**
     * @param {string} path
     * @param {Record<string, string>} fields
     * @param {RequestInit} options such as a longer time to wait
     */
    post(path, fields = {}, options = {}) {
        return this.ask(path, {
            method: 'POST',
            headers: { Origin: this.url },
            body: new URLSearchParams({ ...fields, _token: this.token }),
            ...options,
        });
    }

    async signIn(email = 'teacher@coinstair.example', password = 'copper-stairs-4') {
        await this.page('/sign-in');
        let answer = await this.post('/sign-in', { email, password });
        // Where others tried a moment ago from this machine, it is said so, and done a little later.
        for (let tries = 0; answer.status === 429 && tries < 20; tries++) {
            await wait(2000);
            answer = await this.post('/sign-in', { email, password });
        }
        if (answer.status !== 302 || /sign-in/.test(answer.headers.get('location'))) {
            throw new Error(
                `signed in nobody: ${answer.status} ${answer.headers.get('location')} ${await answer.text()}`,
            );
        }
        await this.page('/');
    }

    /** A class more, with all else as its form proposes it; gives its number. */
    async schoolClass(name) {
        const form = await this.page('/classes/new');
        const fields = {};
        for (const [, field, choices] of form.matchAll(/<select[^>]*name="(class\[[^"]*)"[^>]*>([^]*?)<\/select>/g)) {
            const chosen =
                /<option[^>]*value="([^"]*)"[^>]*selected/.exec(choices) ?? /<option[^>]*value="([^"]*)"/.exec(choices);
            fields[field] = chosen?.[1] ?? '';
        }
        for (const [input] of form.matchAll(/<input[^>]*name="class\[[^"]*"[^>]*>/g)) {
            if (!/type="(?:radio|checkbox)"/.test(input) || / checked/.test(input)) {
                fields[/name="([^"]*)"/.exec(input)[1]] = /value="([^"]*)"/.exec(input)?.[1] ?? '';
            }
        }
        const answer = await this.post('/classes/new', { ...fields, 'class[name]': name, 'class[violin]': '8' });
        return Number(answer.headers.get('location').split('/').at(-1));
    }

    /** Builds a sequence of a piece that the class, of the demo if none is named, has not met; gives its number. */
    async sequence(piece = 6, schoolClass = 2) {
        const answer = await this.post('/sequences', { class: String(schoolClass), piece: String(piece), goal: '84' });
        return Number(answer.headers.get('location').split('/').at(-1));
    }

    /** Begins a lesson of a sequence; gives its number and what its screen is told. */
    async lesson(sequence) {
        const answer = await this.post(`/sequences/${sequence}/lesson`);
        const number = Number(answer.headers.get('location').split('/').at(-1));
        const text = await this.page(`/lessons/${number}`);
        const data = /<script type="application\/json" id="lesson-data">([^]*?)<\/script>/.exec(text)[1];
        return { number, data: JSON.parse(data), text };
    }
}

const FIRST = ['/', '/library', '/classes', '/skills/quilt', '/program', '/patterns', '/put-away'];

/** Pages of every kind of row, found by following links from the first; without what is another at every visit. */
export async function walk(client, limit) {
    const seen = new Map();
    const open = [...FIRST];
    while (open.length > 0 && seen.size < limit) {
        const path = open.shift();
        if (!seen.has(path)) {
            const answer = await client.ask(path);
            const text = await answer.text();
            seen.set(path, `${answer.status} ${plain(text)}`);
            const links = [...text.matchAll(/href="(\/(?:pieces|classes|sequences|lessons|library)[^"#]*)"/g)];
            open.push(...links.map(([, to]) => to.replaceAll('&amp;', '&')).filter((to) => !/\/file\//.test(to)));
        }
    }
    return seen;
}

/** The pages of some addresses, as walk() tells them. */
export async function visit(client, paths) {
    const seen = new Map();
    for (const path of paths) {
        const answer = await client.ask(path);
        seen.set(path, `${answer.status} ${plain(await answer.text())}`);
    }
    return seen;
}

/** Tokens, keys of screens, the port. */
const plain = (text) =>
    text
        .replace(/(name="_(?:token|once)" value=|name="csrf-token" content=)"[^"]*"/g, '')
        .replace(/"key":"[^"]*"/g, '')
        .replace(/127\.0\.0\.1:\d+/g, '');
