// Who does the abuses: accounts, what they type, log and press.
import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { Client, root, wait } from '../Fault/client.mjs';
import { flood, tryToSignIn } from './client.mjs';

const BARS = ['D E F G', 'A2 F2', 'G F E D', 'A4'];
export const tune = (title, measures) =>
    `X:1\nT:${title}\nM:4/4\nL:1/4\nK:D\n${Array.from({ length: measures }, (_, at) => BARS[at % 4]).join('|')}|]\n`;

export const entries = (count, step) =>
    Array.from({ length: count }, (_, at) => ({
        id: randomUUID(),
        step,
        kind: 'coin',
        tempo: 60,
        at: Date.now(),
        count: at,
        text: '',
        device: 'flood',
    }));
/**
 * An account of a program of its own.
 *
 * @param {import('./homes.mjs').Home} home
 * @param {string} email
 * @param {string} program
 */
export async function newcomer(home, email, program) {
    const said = execFileSync(join(root, 'bin/console'), ['account:create', email, program], {
        env: { ...process.env, ...home.env, APP_ENV: 'prod' },
    }).toString();
    const password = /the password\s+([\da-f]{16})/.exec(said)[1];
    const client = new Client(home.url);
    await client.signIn(email, password);
    return { client, password };
}

/** @param {string} url */
export const signingIn = (url, from) => async (index) => {
    const answer = await tryToSignIn(url, { from: from(index), abandonAfter: index % 2 ? 300 : 0 });
    if (answer?.status === 429) {
        await wait(200);
    }
};
export const manyAddresses = (index) => `127.0.${1 + (index % 200)}.${1 + Math.floor(Math.random() * 250)}`;

/**
 * Six at once press whatever the pages of one piece and its sequence offer.
 *
 * @param {Client} teacher
 * @param {number} milliseconds
 * @returns {Promise<Record<string, number>>} how often each status was answered
 */
export async function scramble(teacher, milliseconds) {
    const sequence = await teacher.sequence();
    const pages = ['/pieces/6', `/sequences/${sequence}`];
    const statuses = {};
    const press = async (index) => {
        const html = await (await teacher.ask(pages[index % 2])).text();
        const forms = formsOf(html).filter(({ action }) => !/sign-out|put-away|bring-back|delete|row/.test(action));
        await Promise.all(
            [1, 2].map(async () => {
                const form = forms[Math.floor(Math.random() * forms.length)];
                if (form) {
                    const answer = await teacher.post(form.action, form.fields);
                    await answer.text();
                    statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
                }
            }),
        );
    };
    const stop = flood(6, press);
    await wait(milliseconds);
    await stop();
    return statuses;
}

/** Forms of a page with what stands in them and one of their buttons. */
function formsOf(html) {
    const value = (tag, name) => new RegExp(`\\b${name}="([^"]*)"`).exec(tag)?.[1]?.replaceAll('&amp;', '&');
    return [...html.matchAll(/<form\b([^]*?)>([^]*?)<\/form>/g)].flatMap(([, head, body]) => {
        const fields = {};
        for (const [tag] of body.matchAll(/<input\b[^>]*>/g)) {
            if (value(tag, 'name') && !/type="(checkbox|radio|file)"/.test(tag)) {
                fields[value(tag, 'name')] = value(tag, 'value') ?? '';
            }
        }
        const buttons = [...body.matchAll(/<button\b[^>]*>/g)].map(([tag]) => tag).filter((tag) => value(tag, 'name'));
        const button = buttons[Math.floor(Math.random() * buttons.length)];
        if (button) {
            fields[value(button, 'name')] = value(button, 'value') ?? '';
        }
        return /method="post"/i.test(head) && value(head, 'action') ? [{ action: value(head, 'action'), fields }] : [];
    });
}
