// Two who change one piece in the same moment, from two screens: each change is made on what is there, or refused in words.
import assert from 'node:assert/strict';

const BARS = ['D E F G', 'A2 F2', 'G F E D', 'A4', 'F G A B', 'A2 D2', 'E F G E', 'D4'];
const score = (measures) => `X:1\nT:Two Screens\nM:4/4\nL:1/4\nK:D\n${BARS.slice(0, measures).join('|')}|]\n`;
const MADE = [303, 302];
/** What the page of a piece says of the state of its cut. */
const cutOf = (page) => /name="cut" value="(\d+)"/.exec(page)?.[1] ?? '';

/** A piece of eight measures; gives its address. */
export async function newPiece(teacher) {
    await teacher.page('/library/new');
    const answer = await teacher.post('/library/new', { abc: score(8) });
    assert.ok(MADE.includes(answer.status), `a piece is made: ${answer.status}`);
    return new URL(answer.headers.get('location'), teacher.url).pathname;
}

async function newerFile(teacher, piece, measures) {
    const body = new FormData();
    body.append('file', new Blob([score(measures)]), 'two-screens.abc');
    body.append('_token', teacher.token);
    const answer = await teacher.ask(`${piece}/newer`, { method: 'POST', headers: { Origin: teacher.url }, body });
    await answer.text();
    return answer.status;
}

async function change(teacher, piece, fields, cut = '') {
    const answer = await teacher.post(`${piece}/cut`, { for: 'year-1', ...fields, ...(cut && { cut }) });
    await answer.text();
    return answer.status;
}

/** Chunks of a cut as the choice on the page of a piece tells them: where each begins and ends, proposals left out. */
export async function ownChunks(teacher, piece) {
    const page = await teacher.page(`${piece}?for=year-1`);
    const list = /<select[^>]*id="chunk-choice"[^>]*>([^]*?)<\/select>/.exec(page)?.[1] ?? '';
    return [...list.matchAll(/<option[^>]*value="([^"]+)"[^>]*>([^]*?)<\/option>/g)]
        .filter(([, , told]) => !told.includes('proposed'))
        .map(([, edges]) =>
            edges.split('-').map((edge) => edge.split('.').reduce((at, part) => at * 1e6 + Number(part), 0)),
        );
}

/**
 * A newer file with fewer measures, and a chunk in the measures that go.
 *
 * @returns {Promise<string>} which of both were accepted
 */
export async function shorterFileAndChunk([one, other], piece) {
    assert.ok(MADE.includes(await newerFile(one, piece, 8)), 'the long file is read again');
    const [file, chunk] = await Promise.all([
        newerFile(one, piece, 4),
        change(other, piece, { do: 'make', numbers: '5-6' }),
    ]);
    const opened = await one.ask(piece);
    await opened.text();
    assert.equal(opened.status, 200, `the piece opens; a newer file ${file}, a chunk ${chunk}`);
    assert.ok(MADE.includes(await newerFile(one, piece, 8)), 'a further file is read');
    return `${file} ${chunk}`;
}

/**
 * A split and a moved edge of the same chunk, both from forms of the same cut.
 *
 * @returns {Promise<string>} how many of both were made
 */
export async function splitAndMovedEdge([one, other], teacher) {
    const piece = await newPiece(teacher);
    const cut = cutOf(await one.page(`${piece}?for=year-1`));
    await Promise.all([
        change(one, piece, { do: 'split', chunk: '0.0-4.0' }, cut),
        change(other, piece, { do: 'end 4', chunk: '0.0-4.0' }, cut),
    ]);
    const chunks = await ownChunks(teacher, piece);
    chunks.sort((a, b) => a[0] - b[0]);
    const overlaps = chunks.some(([from], index) => index > 0 && from < chunks[index - 1][1]);
    assert.ok(!overlaps, `chunks lie one after the other: ${JSON.stringify(chunks)}`);
    const now = cutOf(await one.page(`${piece}?for=year-1`));
    assert.equal(Number(now), Number(cut) + 1, 'of two changes of one cut one is made');
    return String(Number(now) - Number(cut));
}
