// Requests as nobody should send them, over all routes and fields, from a fixed seed: none ends in a 500, none takes over two seconds.
// COIN_STAIR_REQUESTS says how many: 500 in the ordinary run, 10,000 by bin/test hostile.
import assert from 'node:assert/strict';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { test } from 'node:test';
import { Client, root } from '../Fault/client.mjs';

const url = process.env.COIN_STAIR_URL;
const count = Number(process.env.COIN_STAIR_REQUESTS ?? 500);
const SEED = 20261126;
const AT_ONCE = 3;
const SECONDS = 2;

/** Numbers from 0 to 1, the same in every run (mulberry32). */
function numbers(seed) {
    let state = seed;
    return () => {
        state = (state + 0x6d2b79f5) | 0;
        let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
        mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
        return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
    };
}
const random = numbers(SEED);
const one = (list) => list[Math.floor(random() * list.length)];

/** Bytes as they go over the line: some are no UTF-8. */
const VALUES = [
    '',
    '0',
    '-1',
    '1',
    '2',
    '99999999999999999999999',
    '2147483648',
    '1e309',
    'NaN',
    '0x10',
    '3.7',
    ' 84 ',
    '٣',
    'true',
    'null',
    '%',
    '%25'.repeat(200),
    encodeURIComponent('ß'.repeat(300)),
    'a'.repeat(121),
    'a'.repeat(5000),
    encodeURIComponent('💿'.repeat(100)),
    '%e2%80%ae',
    '%0d%0aX-Injected:%20yes',
    '%3Cscript%3Ealert(1)%3C/script%3E',
    "'%20OR%201=1--%20",
    '../../../../etc/passwd',
    '{{7*7}}',
    '9999-99-99',
    '2026-02-31',
    '25:61',
    'violin',
    'cello',
    'year-2',
    'class-1',
    'class-99999999999',
    'forward',
    'spot-first',
    'percent',
    '60,70,80,90,100,101,102',
    '0,0,0',
    '0.0-4.0',
    '4.0-0.0',
    '-5.99-99999.9',
    'make',
    'split',
    'remove',
    'P1-m0-v1-0',
    'ladder-1',
    'D4/ E/ F ^^G |',
    '(3D(3E(3F',
    '1,2,3,99999999',
    '%5B%5D',
];
const NO_TEXT = ['%00', '%ff%fe', '%c3%28', '%ed%a0%80'];
const LONG = 'x'.repeat(1_000_000);

/** Every route with its methods, but those that end the walk. */
function routes() {
    const told = execFileSync(join(root, 'bin/console'), ['debug:router', '--format=json'], { maxBuffer: 1e8 });
    return Object.entries(JSON.parse(told))
        .filter(([name]) => !['sign_out', 'account_password', 'account_elsewhere'].includes(name))
        .map(([name, { path, method }]) => ({ name, path, methods: method.split('|') }));
}

/** Names of the fields of every form and link, by route: what a page sends is where it is attacked. */
async function fields(client) {
    const names = new Set([
        'page',
        'search',
        'after',
        'for',
        'method',
        'from',
        'to',
        'version',
        'instruments[]',
        '_target_path',
        'format',
    ]);
    const pages = [
        '/',
        '/library',
        '/library/new',
        '/library/entry',
        '/library/outline',
        '/classes/new',
        '/classes/1',
        '/classes/1/edit',
    ];
    pages.push(
        '/classes/1/hands',
        '/pieces/1',
        '/pieces/1/settings',
        '/pieces/1/line',
        '/pieces/1/four',
        '/sequences/1',
        '/steps/1',
    );
    pages.push(
        '/lessons/1/end',
        '/program',
        '/account',
        '/patterns',
        '/sign-in',
        '/pieces/1/newer',
        '/pieces/1/hands/note?note=P1-m0-v1-0',
    );
    for (const page of pages) {
        const text = await (await client.ask(page)).text();
        for (const [, name] of text.matchAll(/ name="([^"]+)"/g)) {
            names.add(name);
        }
    }
    names.delete('_token');
    return [...names];
}

const id = () =>
    random() < 0.7
        ? String(1 + Math.floor(random() * 12))
        : one(['0', '999999999', '99999999999', '-1', 'x', '%00', '1.5', '%ff']);

function address(path) {
    return path.replace(/\{(\w+)\}/g, (_, name) => {
        const known = {
            id: id(),
            format: one(['abc', 'midi', 'x', '%2e%2e']),
            player: one(['P1', 'Part.1', '%ff', 'x'.repeat(200), 'cello']),
        };
        return known[name] ?? one(['pieces', 'classes', 'lessons', 'x'.repeat(43), '%00']);
    });
}

function value() {
    const kind = random();
    return kind < 0.003 ? LONG : kind < 0.02 ? one(NO_TEXT) : one(VALUES);
}

/** A body, or a query, of some fields with values that do not fit them. */
function content(names) {
    const parts = [];
    for (let field = 0; field < 1 + Math.floor(random() * 8); field++) {
        const name = one(names);
        const bent = random();
        const key =
            bent < 0.1 ? `${name}[]` : bent < 0.15 ? `${name}[a][b]` : bent < 0.2 ? name.replace(/\[.*/, '') : name;
        parts.push(`${encodeURIComponent(key).replaceAll('%5B', '[').replaceAll('%5D', ']')}=${value()}`);
    }
    return parts.join('&');
}

function request(route, names, token) {
    const method =
        random() < 0.05
            ? one(['PUT', 'DELETE', 'PATCH', 'HEAD', 'OPTIONS'])
            : one(route.methods === undefined ? ['GET'] : route.methods);
    const kind = random();
    let path = address(route.path);
    const headers = { Origin: url };
    if (random() < 0.3) {
        headers['HX-Request'] = 'true';
    }
    if (['GET', 'HEAD', 'OPTIONS'].includes(method) || method === 'ANY') {
        path += `?${content(names).slice(0, 6000)}`;
        return { path, options: { method: method === 'ANY' ? 'GET' : method, headers } };
    }
    if (random() < 0.95) {
        headers['X-CSRF-Token'] = token;
    }
    if (kind < 0.8) {
        return {
            path,
            options: {
                method,
                headers: { ...headers, 'Content-Type': 'application/x-www-form-urlencoded' },
                body: content(names),
            },
        };
    }
    if (kind < 0.9) {
        const text = one([
            '{',
            '[]',
            '{"entries":[{}]}',
            `{"entries":"${'x'.repeat(9000)}"}`,
            '[' + '['.repeat(3000),
            '"\ud800"',
            'null',
            '{"a":1e999}',
        ]);
        return { path, options: { method, headers: { ...headers, 'Content-Type': 'application/json' }, body: text } };
    }
    const form = new FormData();
    form.set(
        one(['file', one(names)]),
        new Blob([one([LONG, '', 'X:1\nK:D\nD|', '<score-partwise/>', 'PK\u0003\u0004', 'MThd'])]),
        one(['a.abc', '../x', '\u202e.xml']),
    );
    form.set(one(names), one(VALUES));
    return { path, options: { method, headers, body: form } };
}

test(`${count} hostile requests`, { timeout: 60 * 60_000 }, async (context) => {
    const client = new Client(url);
    await client.signIn();
    const names = await fields(client);
    const all = routes();
    const { token } = client;
    const statuses = {};
    const bad = [];
    let slowest = [0, ''];
    let sent = 0;
    const worker = async () => {
        while (sent < count) {
            const route = all[sent++ % all.length];
            const { path, options } = request(route, names, token);
            const began = performance.now();
            const answer = await client.ask(path, options);
            await answer.arrayBuffer();
            const seconds = (performance.now() - began) / 1000;
            const told = `${options.method} ${path.slice(0, 200)} ${String(options.body ?? '').slice(0, 200)}`;
            statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
            slowest = seconds > slowest[0] ? [seconds, told] : slowest;
            if (answer.status >= 500 || seconds > SECONDS) {
                bad.push(`${answer.status} after ${seconds.toFixed(2)} s: ${told}`);
            }
        }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, worker));
    context.diagnostic(
        `${sent} requests: ${JSON.stringify(statuses)}; slowest ${slowest[0].toFixed(2)} s, ${slowest[1].slice(0, 120)}`,
    );
    assert.deepEqual(bad, []);
    assert.ok((statuses[200] ?? 0) > count / 20, 'many came through');
    assert.equal((await client.ask('/')).status, 200, 'and the application is well');
});

test('27 MB of JSON, and a megabyte in each field of a form', { timeout: 60_000 }, async () => {
    const client = new Client(url);
    await client.signIn();
    const json = { 'Content-Type': 'application/json', 'X-Lesson-Key': 'x' };
    const large = await client.ask('/lessons/1/log', {
        method: 'POST',
        headers: json,
        body: `[${'0,'.repeat(13_500_000)}0]`,
    });
    assert.ok([401, 413].includes(large.status), String(large.status));
    for (const [path, field] of [
        ['/program', 'program[name]'],
        ['/classes/new', 'class[name]'],
        ['/pieces/1/settings', 'piece[title]'],
        ['/library/entry', 'text'],
        ['/library/outline', 'text'],
        ['/patterns', 'figure'],
        ['/sign-in', 'password'],
        ['/sign-in', 'email'],
        ['/lessons/1/accept', 'remark'],
        ['/account/words', 'words[words]'],
    ]) {
        const began = performance.now();
        const answer = await client.post(path, { [field]: LONG });
        assert.ok(answer.status < 500, `${path} ${field}: ${answer.status}`);
        assert.ok(performance.now() - began < SECONDS * 1000, `${path} ${field} took ${performance.now() - began} ms`);
    }
});
