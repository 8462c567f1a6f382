// The units for a real server say nothing that systemd does not know.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { test } from 'node:test';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '../..');
const there = spawnSync('systemd-analyze', ['--version']).status === 0;

test('systemd accepts every unit', { skip: there ? false : 'systemd is not installed here' }, () => {
    const folder = mkdtempSync(join(tmpdir(), 'coin-stair-units-'));
    const units = readdirSync(join(root, 'docs/deployment')).filter((name) => /\.(service|timer)$/.test(name));
    assert.equal(units.length, 3);
    try {
        for (const name of units) {
            // Its programs are those of this checkout; the server has them elsewhere.
            const unit = readFileSync(join(root, 'docs/deployment', name), 'utf8').replaceAll('/opt/coin-stair', root);
            writeFileSync(join(folder, name), unit);
        }
        const { status, stderr } = spawnSync('systemd-analyze', ['verify', ...units.map((name) => join(folder, name))]);
        assert.equal(status, 0, stderr.toString());
        assert.equal(stderr.toString().includes(folder), false, stderr.toString());
    } finally {
        rmSync(folder, { recursive: true });
    }
});
