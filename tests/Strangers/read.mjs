// Reads with other people's libraries what Coin Stair wrote: node read.mjs FOLDER. Prints one JSON object, by file name.
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import midiFile from 'midi-file';
import createModule from 'verovio/wasm';
import { VerovioToolkit } from 'verovio/esm';

const folder = process.argv[2];
const answer = {};

function midi(bytes) {
    const { header, tracks } = midiFile.parseMidi(bytes);
    return {
        ticksPerQuarter: header.ticksPerBeat,
        tracks: tracks.map((events) => ({
            name: events.find(({ type }) => type === 'trackName')?.text ?? '',
            notes: events.filter(({ type, velocity }) => type === 'noteOn' && velocity > 0).length,
            length: events.reduce((sum, { deltaTime }) => sum + deltaTime, 0),
        })),
    };
}

const said = [];
for (const level of ['log', 'info', 'warn', 'error', 'debug']) {
    console[level] = (...words) => said.push(words.join(' '));
}
const toolkit = new VerovioToolkit(await createModule());
toolkit.setOptions({ xmlIdChecksum: true, scale: 40 });
for (const name of readdirSync(folder)) {
    const bytes = readFileSync(join(folder, name));
    if (name.endsWith('.mid')) {
        answer[name] = midi(bytes);
    } else if (name.endsWith('.musicxml')) {
        said.length = 0;
        const loaded = toolkit.loadData(bytes.toString('utf8'));
        const svg = loaded ? toolkit.renderToSVG(1) : '';
        answer[name] = { drawn: svg.includes('class="note"'), said: [...said, toolkit.getLog()].join('\n').trim() };
    }
}
process.stdout.write(JSON.stringify(answer));
