// Where the screen of a lesson stands: the step that is shown, the part, and what the log says of both. Nothing is painted here.
import { lastOwn } from './merge.js';
import { isDone, moves, roundAfter, standingAfter, tonesOf, versionOf } from './walk.js';

/** @typedef {import('./types.js').LessonData} LessonData */
/** @typedef {import('./types.js').Step} Step */
/** @typedef {import('./types.js').Standing} Standing */
/** @typedef {import('../lesson-log.js').Log} Log */
/** @typedef {import('./offline.js').Players} Players */

export class LessonState {
    index = 0;
    part;
    /** @type {string|null} part that was chosen for the class, while a group's own is shown */
    #forClass = null;
    #log;
    #players;

    /**
     * @param {LessonData} data
     * @param {Log} log
     * @param {Players} players
     */
    constructor(data, log, players) {
        this.data = data;
        this.#log = log;
        this.#players = players;
        this.part = data.parts[0]?.id ?? '';
    }

    get step() {
        return this.data.steps[this.index];
    }

    /** What is clicked and counted in this step. */
    get chunk() {
        return this.data.chunks[this.step.chunk];
    }

    /** What sounds now: the chunk with the tones of the part, or in a round what of them is played in it. */
    get sounding() {
        const tones = this.view?.tones ?? [];
        const excerpt = this.round === null ? null : this.step.rounds[this.round].excerpt;
        return excerpt === null ? { chunk: this.chunk, tones } : { chunk: excerpt, tones: tonesOf(excerpt, tones) };
    }

    /** What the part sees and sounds in it; none where nothing is played, or where it is not here yet. */
    get view() {
        return this.#players.view(this.part, this.step.chunk);
    }

    get isPlayed() {
        return this.step.treads.length > 0;
    }

    /** The piece is played to the class: nobody earns a coin. */
    get isHeard() {
        return this.step.purpose === 'listen';
    }

    /** What the class is told now: in the last coins, when the notes are safe, what it listens for. */
    get told() {
        const { tread, coins } = this.standing;
        const isLast = this.isPlayed && this.round === null && tread === this.step.treads.length - 1 && coins > 0;
        return isLast && this.step.listen ? this.step.listen : this.step.prompt;
    }

    get entries() {
        return this.#log.of(this.step.id);
    }

    /** @returns {Standing} */
    get standing() {
        return standingAfter(this.step, this.entries);
    }

    /** @returns {number|null} index of the round that is to be played before the stair */
    get round() {
        return roundAfter(this.step, this.entries);
    }

    /** @param {Step} step */
    isDone(step) {
        return isDone(step, this.#log.of(step.id));
    }

    /** The instrument for which a version is chosen. */
    get group() {
        return this.data.parts.find(({ id }) => id === this.part)?.instrument || 'all';
    }

    get version() {
        return versionOf(this.entries, this.group);
    }

    /** @returns {number} index of the first step that is not done; the first of all where all are */
    firstOpen() {
        return Math.max(
            0,
            this.data.steps.findIndex((step) => !this.isDone(step)),
        );
    }

    /**
     * Shows another step, and with it the part of the group that plays it; what was chosen for the class comes back after it.
     *
     * @param {number} index
     */
    go(index) {
        this.index = index;
        const [group] = this.step.players;
        const own = group ? this.data.parts.find(({ instrument }) => instrument === group) : undefined;
        if (own && own.id !== this.part) {
            this.#forClass ??= this.part;
            this.part = own.id;
        } else if (!group && this.#forClass !== null) {
            this.part = this.#forClass;
            this.#forClass = null;
        }
        if (!this.isPlayed) {
            this.begin();
        }
    }

    /** @param {string} part */
    choose(part) {
        this.part = part;
        this.#forClass = null;
    }

    chooseNext() {
        const at = this.data.parts.findIndex(({ id }) => id === this.part);
        this.choose(this.data.parts[(at + 1) % this.data.parts.length].id);
    }

    begin() {
        if (!this.entries.some(({ kind }) => kind === 'begin')) {
            this.add('begin');
        }
    }

    /**
     * @param {string} kind
     * @param {string} text
     */
    add(kind, text = '') {
        this.#log.add({ step: this.step.id, kind, tempo: this.standing.tempo, text });
    }

    /**
     * Marks how it went. A round is played once: whatever it was like, the next one follows, and after the last the stair.
     *
     * @param {string} kind coin, miss, up or down
     * @returns {boolean} whether it was a round
     */
    mark(kind) {
        this.begin();
        if (this.isHeard) {
            this.add('done');
            return false;
        }
        const at = this.round;
        const isRound = at !== null && (kind === 'coin' || kind === 'miss');
        this.add(isRound ? 'round' : kind, isRound ? this.step.rounds[at].mode : '');
        return isRound;
    }

    /** Takes back what this screen marked last; false where nothing of it is left. */
    takeBack() {
        const last = lastOwn(
            this.entries,
            this.#log.device,
            (kind) => moves(kind) || kind === 'round' || kind === 'done',
        );
        if (last) {
            this.add('undo', last.id);
        }
        return last !== undefined;
    }

    /** Easier, fuller, as it is written: the log keeps which group played which. False where there is one alone. */
    turnVersion() {
        const all = ['written', ...(this.step.easier ? ['easier'] : []), ...(this.step.fuller ? ['fuller'] : [])];
        const now = this.version;
        const next = all[(all.indexOf(now) + 1) % all.length];
        if (next !== now) {
            this.begin();
            this.add('version', `${this.group} ${next}`);
        }
        return next !== now;
    }

    /** The version in words; empty where it is played as it is written. */
    get versionTold() {
        const { version } = this;
        return version === 'easier' ? this.step.easier : version === 'fuller' ? this.step.fuller : '';
    }

    /** What is left out of the easier half of a chunk: the notes of its second half. */
    leftOut() {
        const { half } = this.step;
        return this.version === 'easier' && half && this.view
            ? this.view.tones.filter(([at]) => at >= half).map(([, , , id]) => id)
            : [];
    }
}
