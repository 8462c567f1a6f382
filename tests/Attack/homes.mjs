// Homes of their own for what cannot be done to an instance that others use: starts, stops, kills, full disks, crafted backups.
import { spawn, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { coinStair, leader, root, runFolder } from '../Fault/client.mjs';

/** A backup of the demo that the release before this one made. */
export const RELEASE_BEFORE = join(dirname(fileURLToPath(import.meta.url)), 'release-before');

/** In memory where there is room, since a hundred starts would wear a disk. */
const place = existsSync('/dev/shm') ? '/dev/shm' : tmpdir();

const PARTS = ['keeper', 'database', 'fpm', 'nginx'];

export class Home {
    /** @param {number} port @param {string} name */
    constructor(port, name) {
        this.port = port;
        this.folder = mkdtempSync(join(place, `coin-stair-${name}-`));
        this.path = join(this.folder, 'home');
        this.url = `http://127.0.0.1:${port}`;
    }

    get env() {
        return { COIN_STAIR_HOME: this.path, COIN_STAIR_DATA: '', COIN_STAIR_FLUSH: '1' };
    }

    /** @param {string[]} args */
    command(...args) {
        return coinStair(args, this.env);
    }

    start() {
        return this.command('start', '--background', '--port', String(this.port));
    }

    stop() {
        return this.command('stop');
    }

    /** A start as somebody has it in a terminal; what it says comes with it. */
    startInForeground() {
        const child = spawn(join(root, 'bin/coin-stair'), ['start', '--port', String(this.port)], {
            env: { ...process.env, ...this.env },
            detached: true,
        });
        child.said = '';
        for (const stream of [child.stdout, child.stderr]) {
            stream.on('data', (text) => {
                child.said += text;
            });
        }
        child.ended = new Promise((resolve) => {
            child.on('exit', (code) => resolve(code));
        });
        return child;
    }

    /** Everything of this home ends at once, as when the power goes: with what was made by it, which may bear other names. */
    killAll() {
        const run = runFolder(this.path);
        const sessions = PARTS.map((part) => this.#session(part)).filter(Boolean);
        const all = readdirSync('/proc')
            .filter((name) => /^\d+$/.test(name) && Number(name) !== process.pid)
            .map((pid) => {
                try {
                    const [, parent, , session] = readFileSync(`/proc/${pid}/stat`, 'utf8')
                        .replace(/^.*\) /, '')
                        .split(' ');
                    const told =
                        readFileSync(`/proc/${pid}/cmdline`, 'utf8') + readFileSync(`/proc/${pid}/environ`, 'utf8');
                    return { pid, parent, session, told };
                } catch {
                    return { pid, parent: '', session: '', told: '' };
                }
            });
        const ours = new Set(
            all
                .filter(
                    ({ session, told }) =>
                        sessions.includes(session) ||
                        told.includes(`COIN_STAIR_HOME=${this.path}\0`) ||
                        told.includes(run) ||
                        told.includes(`${this.path}/`),
                )
                .map(({ pid }) => pid),
        );
        for (let before = 0; before !== ours.size;) {
            before = ours.size;
            all.filter(({ parent }) => ours.has(parent)).forEach(({ pid }) => ours.add(pid));
        }
        const parents = new Map(all.map(({ pid, parent }) => [pid, parent]));
        for (let own = String(process.ppid); own; own = parents.get(own)) {
            ours.delete(own);
        }
        for (const pid of ours) {
            try {
                process.kill(Number(pid), 'SIGKILL');
            } catch {
                // It went by itself meanwhile.
            }
        }
    }

    #session(part) {
        try {
            return String(this.leader(part));
        } catch {
            return '';
        }
    }

    /** Command lines of all processes of this home that live. */
    processes() {
        const run = runFolder(this.path);
        return spawnSync('ps', ['-eo', 'stat=,args='])
            .stdout.toString()
            .split('\n')
            .filter((line) => !line.startsWith('Z') && (line.includes(run) || line.includes(this.path)));
    }

    /** @param {string} statement */
    sql(statement) {
        const asked = spawnSync('mariadb', [
            `--defaults-file=${this.path}/client.cnf`,
            '-BN',
            'coin_stair',
            '-e',
            statement,
        ]);
        if (asked.status !== 0) {
            throw new Error(asked.stderr.toString());
        }
        return asked.stdout.toString();
    }

    /** Rows of each table, as a backup counts them. */
    rows() {
        const tables = this.sql('SHOW TABLES')
            .trim()
            .split('\n')
            .filter((name) => !/^(sessions|cache_items)$/.test(name));
        return Object.fromEntries(tables.map((name) => [name, Number(this.sql(`SELECT COUNT(*) FROM \`${name}\``))]));
    }

    leader(part) {
        return leader(this.path, part);
    }

    /** @param {string} to where a copy of the home, while nothing of it runs, is put */
    copy(to) {
        cpSync(this.path, to, { recursive: true });
    }

    async end() {
        await this.stop();
        this.killAll();
        rmSync(this.folder, { recursive: true, force: true });
        rmSync(runFolder(this.path), { recursive: true, force: true });
    }
}

/** Whether a process lives. */
export function alive(pid) {
    try {
        process.kill(pid, 0);
        return !/^State:\s+Z/m.test(readFileSync(`/proc/${pid}/status`, 'utf8'));
    } catch {
        return false;
    }
}
