// Backups that somebody else made: what they say is not done, whatever it is; one that does not hold together is refused.
import assert from 'node:assert/strict';
import { createHash } from 'node:crypto';
import { appendFileSync, cpSync, existsSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { gunzipSync, gzipSync } from 'node:zlib';
import { freePort, within } from '../Fault/client.mjs';
import { LONG } from './client.mjs';
import { Home } from './homes.mjs';

const home = new Home(await freePort(), 'backups');
const sound = join(home.folder, 'sound');
const crafted = join(home.folder, 'crafted');
const proof = join(home.folder, 'proof');
const sha = (content) => createHash('sha256').update(content).digest('hex');

before(async () => {
    const started = await home.command('demo', '--background', '--port', String(home.port));
    assert.equal(started.code, 0, started.err);
    assert.equal((await home.command('backup', sound)).code, 0);
});
after(() => home.end());

/** A copy of the sound one with another dump, or other settings, and all sums made to fit. */
function craft({ dump = (text) => text, settings = (text) => text, manifest = (text) => text }) {
    rmSync(crafted, { recursive: true, force: true });
    cpSync(sound, crafted, { recursive: true });
    const text = dump(gunzipSync(readFileSync(join(sound, 'database.sql.gz'))).toString());
    const packed = gzipSync(text);
    writeFileSync(join(crafted, 'database.sql.gz'), packed);
    const set = settings(readFileSync(join(sound, 'settings'), 'utf8'));
    writeFileSync(join(crafted, 'settings'), set);
    const lines = manifest(
        readFileSync(join(sound, 'manifest'), 'utf8')
            .replace(/^sum=.*\n/m, '')
            .replace(/^dump=.*$/m, `dump=${sha(text)}`)
            .replace(/^file database.sql.gz .*$/m, `file database.sql.gz ${sha(packed)}`)
            .replace(/^file settings .*$/m, `file settings ${sha(set)}`),
    );
    writeFileSync(join(crafted, 'manifest'), `${lines}sum=${sha(lines)}\n`);
}

const accounts = () => Number(home.sql('SELECT COUNT(*) FROM account'));
const EVIL = {
    'a command of the client': `\\! touch ${proof}\n`,
    'a command of the client in the middle of a line': `SELECT 1; \\! touch ${proof}\n`,
    'another command of it': `system touch ${proof};\n`,
    'a file that is read': `source ${proof};\n`,
    'a file that is written': `SELECT 'x' INTO OUTFILE '${proof}';\n`,
    'rows that are taken from the living database': 'DELETE FROM coin_stair.account;\n',
    'a table of it that is dropped': 'USE coin_stair;\nDROP TABLE account;\n',
    'an account of its own': "CREATE USER 'evil'@'%' IDENTIFIED BY 'evil';\n",
    'a right for others': "GRANT ALL ON *.* TO 'coin_stair'@'127.0.0.1';\n",
    'a trigger that waits': 'CREATE TRIGGER evil AFTER INSERT ON lesson FOR EACH ROW DELETE FROM account;\n',
    'a setting of the server': 'SET GLOBAL general_log = 1;\n',
};

const PLACES = ['before', 'after'];

for (const [index, [what, says]] of Object.entries(EVIL).entries()) {
    test(`nothing comes of ${what}`, { timeout: within(60) }, async () => {
        // In small each in one of the places.
        for (const place of LONG ? PLACES : [PLACES[index % 2]]) {
            craft({ dump: (text) => (place === 'before' ? says + text : text + says) });
            const checked = await home.command('check', crafted);
            assert.equal(checked.code, 1, `it is refused: ${checked.out}`);
            assert.equal(existsSync(proof), false);
            assert.equal(accounts(), 1, 'the living database is as it was');
        }
        assert.equal(home.sql("SHOW DATABASES LIKE 'coin\\_stair\\_check%'"), '', 'no scratch database stays');
    });
}

test('a restore refuses the same, and leaves an empty home', { timeout: within(120) }, async () => {
    const other = new Home(await freePort(), 'restored');
    try {
        for (const says of [`\\! touch ${proof}\n`, "CREATE USER 'evil'@'%' IDENTIFIED BY 'evil';\n"]) {
            craft({ dump: (text) => text + says });
            const restored = await other.command('restore', crafted);
            assert.equal(restored.code, 1, restored.out);
            assert.equal(existsSync(proof), false);
            assert.equal(existsSync(join(other.path, 'env')), false, 'it can be tried again');
        }
        const again = await other.command('restore', sound);
        assert.equal(again.code, 0, again.err);
    } finally {
        await other.end();
    }
});

test('a restore in the place of what is there that fails changes nothing', { timeout: within(120) }, async () => {
    await home.stop();
    craft({ dump: (text) => `${text}DELETE FROM mysql.user;\n` });
    const refused = await home.command('restore', '--aside', crafted);
    assert.equal(refused.code, 1, refused.out);
    assert.match(refused.err, /Nothing was changed/);
    assert.equal((await home.start()).code, 0);
    assert.equal(accounts(), 1);
});

const REFUSED = {
    'a manifest without a sum of the dump': [
        { manifest: (text) => text.replace(/^dump=.*\n/m, '') },
        /no checksum of what/,
    ],
    'a manifest without the sums of its files': [
        { manifest: (text) => text.replace(/^file .*\n/gm, '') },
        /no checksum of database\.sql\.gz/,
    ],
    'a file named twice': [
        { manifest: (text) => text.replace(/^(file settings .*\n)/m, '$1$1') },
        /no checksum of settings/,
    ],
    'settings that would go into a configuration': [
        { settings: (text) => `${text}PUBLIC_ADDRESS=https://x.example; } server { listen 0.0.0.0:1 \n` },
        /says of PUBLIC_ADDRESS what it cannot be/,
    ],
    'a password that would go into a statement': [
        {
            settings: (text) =>
                text.replace(/^DATABASE_PASSWORD=.*$/m, "DATABASE_PASSWORD='; DROP DATABASE x; -- '''''"),
        },
        /says of DATABASE_PASSWORD what it cannot be/,
    ],
    'a setting that nobody knows': [
        { settings: (text) => `${text}LD_PRELOAD=/tmp/x.so\n` },
        /a line that is no setting/,
    ],
};
for (const [what, [change, told]] of Object.entries(REFUSED)) {
    test(`${what} is refused`, async () => {
        craft(change);
        const checked = await home.command('check', crafted);
        assert.equal(checked.code, 1);
        assert.match(checked.err, told);
    });
}

test('a manifest that was changed, a file that nobody named and a link are refused', async () => {
    craft({});
    assert.equal((await home.command('check', crafted)).code, 0, 'made to fit, and harmless');
    appendFileSync(join(crafted, 'manifest'), 'rows account 7\n');
    assert.match((await home.command('check', crafted)).err, /manifest is damaged/);
    craft({});
    writeFileSync(join(crafted, 'more.sql'), 'x');
    assert.match((await home.command('check', crafted)).err, /is no part of a backup/);
    craft({});
    rmSync(join(crafted, 'settings'));
    symlinkSync('/etc/passwd', join(crafted, 'settings'));
    assert.match((await home.command('check', crafted)).err, /is no file/);
    rmSync(join(crafted, 'settings'));
    assert.match((await home.command('check', crafted)).err, /settings is missing/);
});

test('a backup of the release before is read', { timeout: within(60) }, async () => {
    const { RELEASE_BEFORE } = await import('./homes.mjs');
    const checked = await home.command('check', RELEASE_BEFORE);
    assert.equal(checked.code, 0, checked.err);
    assert.match(checked.out, /is sound/);
});
