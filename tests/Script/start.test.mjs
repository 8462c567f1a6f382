// The command that starts the application erases nothing that it did not just make.
import assert from 'node:assert/strict';
import { execFile } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { test } from 'node:test';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');

for (const command of ['start', 'demo']) {
    for (const [name, files] of [
        ['a restored database without its marker', { 'mysql/db.frm': 'x', 'coin_stair/piece.ibd': 'precious' }],
        ['a folder named by mistake', { 'letter.txt': 'Dear all' }],
    ]) {
        test(`${command} refuses ${name}`, async () => {
            const home = mkdtempSync(join(tmpdir(), 'coin-stair-home-'));
            const data = join(home, 'database');
            for (const [file, content] of Object.entries(files)) {
                mkdirSync(dirname(join(data, file)), { recursive: true });
                writeFileSync(join(data, file), content);
            }
            try {
                const env = { ...process.env, COIN_STAIR_HOME: home, COIN_STAIR_DATA: data };
                const run = promisify(execFile)(
                    join(root, 'bin/coin-stair'),
                    [command, '--background', '--port', '8399'],
                    { env },
                );
                const refusal = await run.then(
                    () => assert.fail('it started'),
                    (error) => error,
                );
                assert.equal(refusal.code, 1);
                assert.match(refusal.stderr, /is not empty/);
                assert.match(refusal.stderr, /Nothing in it was touched/);
                for (const [file, content] of Object.entries(files)) {
                    assert.equal(readFileSync(join(data, file), 'utf8'), content);
                }
                assert.equal(
                    readdirSync(data).length,
                    new Set(Object.keys(files).map((file) => file.split('/')[0])).size,
                );
            } finally {
                rmSync(home, { recursive: true });
            }
        });
    }
}
