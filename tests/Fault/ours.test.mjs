// Only processes that are really ours are ended, leftovers included; a part that cannot start is given up with its reason.
import assert from 'node:assert/strict';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { after, before, test } from 'node:test';
import { children, coinStair, freePort, leader, until, wait, within } from './client.mjs';

const home = mkdtempSync(join(tmpdir(), 'coin-stair-ours-'));
const shared = mkdtempSync(join(tmpdir(), 'coin-stair-shared-'));
const ofAnother = join(shared, '#sql-temptable-1-1.MAI');
const env = { COIN_STAIR_HOME: home, COIN_STAIR_DATA: '', COIN_STAIR_FLUSH: '0', TMPDIR: shared };
const PORT = String(await freePort());
const answers = () =>
    fetch(`http://127.0.0.1:${PORT}/alive`, { signal: AbortSignal.timeout(within(1)) })
        .then((answer) => answer.status === 204)
        .catch(() => false);
const alive = (pid) => {
    try {
        process.kill(pid, 0);
        return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
    } catch {
        return false;
    }
};

before(async () => {
    writeFileSync(ofAnother, '');
    const started = await coinStair(['start', '--background', '--port', PORT], env);
    assert.equal(started.code, 0, started.err);
});
after(async () => {
    await coinStair(['stop'], env);
    rmSync(home, { recursive: true });
    rmSync(shared, { recursive: true });
});

// A server that starts empties its folder for temporary tables: in one that all share it takes those of others that are in use.
test('temporary tables of another database are left alone', () => {
    assert.ok(existsSync(ofAnother));
});

test('a stranger that bears the number of a part is left alone', async () => {
    const stranger = spawn('sleep', ['600'], { detached: true });
    try {
        const nginx = leader(home, 'nginx');
        const [, start, boot] = readFileSync(join(home, 'nginx.leader'), 'utf8').trim().split(' ');
        // As if nginx had died long ago and its number had been given to somebody else.
        writeFileSync(join(home, 'fpm.leader.kept'), readFileSync(join(home, 'fpm.leader')));
        writeFileSync(join(home, 'nginx.leader'), `${stranger.pid} ${start} ${boot}\n`);
        await coinStair(['stop'], env);
        assert.ok(alive(stranger.pid), 'the stranger lives');
        assert.ok(!alive(nginx), 'nginx was ended by its keeper all the same');
        assert.equal(await answers(), false);
    } finally {
        stranger.kill('SIGKILL');
    }
});

test('what lost its keepers is found, ended by stop, and not started twice', async () => {
    assert.equal((await coinStair(['start', '--background', '--port', PORT], env)).code, 0);
    const pids = ['keeper', 'nginx', 'fpm', 'database'].map((part) => leader(home, part));
    process.kill(pids[0], 'SIGKILL');
    for (const part of ['nginx', 'fpm', 'database']) {
        const stat = readFileSync(`/proc/${leader(home, part)}/stat`, 'utf8');
        process.kill(Number(stat.replace(/^.*\) /, '').split(' ')[1]), 'SIGKILL');
    }
    await wait(300);
    const again = await coinStair(['start', '--background', '--port', PORT], env);
    assert.equal(again.code, 1);
    assert.match(again.err, /already running/);
    assert.equal((await coinStair(['stop'], env)).code, 0);
    assert.deepEqual(pids.slice(1).filter(alive), [], 'nothing is left');
    assert.equal(await answers(), false, 'nobody holds the port');
});

test(
    'a killed master leaves no worker that holds the port, whatever else goes on',
    { timeout: within(60) },
    async () => {
        assert.equal((await coinStair(['start', '--background', '--port', PORT], env)).code, 0);
        // Processes that come and go, as on any busy machine.
        const busy = [1, 2].map(() => spawn('sh', ['-c', 'while :; do /bin/true; done']));
        try {
            for (let kill = 0; kill < 4; kill++) {
                const before = leader(home, 'nginx');
                const [worker] = children(before);
                process.kill(before, 'SIGKILL');
                await until(async () => leader(home, 'nginx') !== before && (await answers()), 10);
                assert.notEqual(leader(home, 'nginx'), before);
                assert.ok(!alive(worker), 'the worker of the dead master is gone');
                assert.ok(await answers());
            }
        } finally {
            busy.forEach((process) => process.kill('SIGKILL'));
        }
        assert.equal((await coinStair(['status'], env)).code, 0);
        await coinStair(['stop'], env);
    },
);

test('the database listens on loopback, below the ports from which connections go out', async () => {
    const [outgoing] = readFileSync('/proc/sys/net/ipv4/ip_local_port_range', 'utf8').trim().split(/\s+/).map(Number);
    const port = Number(readFileSync(join(home, 'database-port'), 'utf8'));
    assert.ok(port > 1023 && port < outgoing, `${port}`);
});

test(
    'a part that cannot start is given up after five starts, and status says why',
    { timeout: within(60) },
    async () => {
        assert.equal((await coinStair(['start', '--background', '--port', PORT], env)).code, 0);
        const conf = readFileSync(join(home, 'nginx.conf'), 'utf8');
        writeFileSync(join(home, 'nginx.conf'), conf.replace('worker_processes 1;', 'worker_processes rather many;'));
        process.kill(leader(home, 'nginx'), 'SIGKILL');
        let status;
        await until(async () => {
            status = await coinStair(['status'], env);
            return /gave up/.test(status.out);
        }, 20);
        assert.equal(status.code, 1);
        assert.match(status.out, /nginx {2}gave up: the nginx was started 5 times and never answered/);
        assert.match(status.out, /invalid number of arguments in "worker_processes"/);
        assert.match(status.out, /database {2}answers/);
        await coinStair(['stop'], env);
        const started = await coinStair(['start', '--background', '--port', PORT], env);
        assert.equal(started.code, 0, 'the next start writes the configuration anew: ' + started.err);
        await coinStair(['stop'], env);
    },
);

test('behind TLS every address and cookie is that of the world', { timeout: within(60) }, async () => {
    const settings = join(home, 'env');
    const before = readFileSync(settings, 'utf8');
    writeFileSync(settings, `${before}PUBLIC_ADDRESS=https://strings.example.org\n`);
    try {
        assert.equal((await coinStair(['start', '--background', '--port', PORT], env)).code, 0);
        const asked = (host, ...more) =>
            spawnSync('curl', [
                '-si',
                '-H',
                `Host: ${host}`,
                ...more,
                `http://127.0.0.1:${PORT}/sign-in`,
            ]).stdout.toString();
        const origin = ['-H', 'Origin: https://strings.example.org'];
        const fields = ['-d', 'email=nobody@example.org&password=x&_token=csrf-token'];
        const answer = asked('strings.example.org', ...origin, ...fields);
        assert.match(answer, /^Location: https:\/\/strings\.example\.org\/sign-in\r?$/im);
        assert.match(answer, /^Set-Cookie: coin_stair=.*; secure; httponly/im);
        assert.match(asked('elsewhere.example.org'), /^HTTP\/1\.1 421/);
        assert.equal((await coinStair(['status'], env)).code, 0);
    } finally {
        await coinStair(['stop'], env);
        writeFileSync(settings, before);
    }
});

test('a data folder of another MariaDB, or of a newer release, is refused and not touched', async () => {
    const ready = join(home, 'database/.ready');
    const marker = readFileSync(ready, 'utf8');
    writeFileSync(ready, 'mariadb=9.1\n');
    const refused = await coinStair(['start', '--background', '--port', PORT], env);
    assert.equal(refused.code, 1);
    assert.match(refused.err, /was made by MariaDB 9\.1/);
    assert.equal(readFileSync(ready, 'utf8'), 'mariadb=9.1\n');
    writeFileSync(ready, marker);
    mkdirSync(join(home, 'empty'));
    const check = await coinStair(['check', join(home, 'empty')], env);
    assert.equal(check.code, 1);
    assert.match(check.err, /is no backup/);
});
