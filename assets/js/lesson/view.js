// Paints the screen of a lesson from where it stands. No rule is written here.
import { drawStair } from '../stair.js';

/** @typedef {import('./state.js').LessonState} LessonState */
/** @typedef {import('./types.js').Layers} Layers */
/** @typedef {import('../lesson-log.js').Log} Log */
/** @typedef {Record<string, string>} Words that the page brought along */

/**
 * A part of the screen by its name.
 *
 * @param {string} name
 */
export const find = (name) => /** @type {HTMLElement} */ (document.querySelector(`[data-room="${name}"]`));

/**
 * @param {Element} element
 * @param {string} selector of what has to be there
 */
const inside = (element, selector) => /** @type {HTMLElement} */ (element.querySelector(selector));

/** @param {number} seconds */
export const clock = (seconds) =>
    `${seconds < 0 ? '−' : ''}${Math.floor(Math.abs(seconds) / 60)}:${String(Math.floor(Math.abs(seconds)) % 60).padStart(2, '0')}`;

export class LessonView {
    #state;
    #log;
    #words;

    /**
     * @param {LessonState} state
     * @param {Log} log
     * @param {Words} words
     */
    constructor(state, log, words) {
        this.#state = state;
        this.#log = log;
        this.#words = words;
    }

    /** @param {string} message for who listens to the screen */
    announce(message) {
        find('announce').textContent = message;
    }

    /** All that changes from one step to the next, but for its notation. */
    step() {
        const { step, data, index, isPlayed, isHeard } = this.#state;
        find('title').textContent = step.title;
        const count = this.#words.count.replace('%n%', String(index + 1)).replace('%of%', String(data.steps.length));
        find('count').textContent = count;
        find('who').textContent = step.who;
        find('others').textContent = step.others;
        find('players').hidden = !step.who && !step.others;
        this.part();
        this.#beats();
        for (const button of /** @type {NodeListOf<HTMLButtonElement>} */ (
            document.querySelectorAll('[data-played]')
        )) {
            const climbs = ['up', 'down'].includes(button.dataset.room ?? '');
            button.disabled = !isPlayed || (isHeard && climbs);
        }
        this.#enable('back', index > 0);
        this.#enable('next', index < data.steps.length - 1);
        this.now();
    }

    /** The part that is shown. */
    part() {
        const parts = /** @type {HTMLSelectElement|null} */ (find('parts'));
        if (parts) {
            parts.value = this.#state.part;
        }
    }

    /** All that changes within a step. */
    now() {
        const { step, standing, data, isPlayed, isHeard } = this.#state;
        this.mode();
        find('tempo').hidden = !isPlayed;
        find('bpm').textContent = String(standing.tempo);
        const stair = /** @type {SVGSVGElement} */ (/** @type {unknown} */ (find('stair')));
        // What is played to the class has no coins.
        drawStair(stair, isHeard ? { ...step, treads: [] } : step, standing, this.#words);
        const steps = /** @type {HTMLSelectElement} */ (find('steps'));
        [...steps.options].forEach((option, at) => {
            const { title, isSpare } = data.steps[at];
            const isDone = this.#state.isDone(data.steps[at]);
            option.textContent = `${isDone ? '✓ ' : ''}${at + 1}. ${title}${isSpare ? ` (${this.#words.spare})` : ''}`;
        });
        steps.selectedIndex = this.#state.index;
        this.saved();
    }

    /** How it is played now: the round, or the way of the stair, with what the class is told. */
    mode() {
        const { step, round, isPlayed, isHeard, told } = this.#state;
        const rounds = find('rounds');
        rounds.hidden = round === null;
        rounds.replaceChildren(
            ...step.rounds.map(({ name }, number) => {
                const item = document.createElement('li');
                item.textContent = name;
                item.className = number === round ? 'here' : number < (round ?? 0) ? 'played' : '';
                if (number === round) {
                    item.setAttribute('aria-current', 'step');
                }
                return item;
            }),
        );
        const mode = document.createElement('span');
        mode.className = 'mode';
        mode.textContent = round !== null ? step.rounds[round].say : isPlayed && !isHeard ? step.mode : '';
        mode.classList.toggle('round', round !== null);
        find('prompt').replaceChildren(mode, told ? (mode.textContent ? ' · ' : '') + told : '');
        find('quick').hidden = !step.quick || round !== null;
        find('quick').textContent = this.#words.quick.replace('%what%', step.quick);
        const isCoin = round === null && !isHeard;
        inside(find('coin'), 'span').textContent = isCoin
            ? this.#words.coinKey
            : isHeard
              ? this.#words.heardKey
              : this.#words.roundKey;
        this.#enable('miss', isPlayed && isCoin);
        this.version();
    }

    version() {
        const { step, versionTold } = this.#state;
        const line = find('version');
        line.hidden = versionTold === '';
        line.textContent = versionTold;
        find('version-key').hidden = !step.easier && !step.fuller;
    }

    /** @param {Layers} layers */
    layers(layers) {
        const { view } = this.#state;
        const hasHands = Boolean(view?.picture);
        find('layers').hidden = !hasHands;
        for (const button of /** @type {NodeListOf<HTMLElement>} */ (document.querySelectorAll('[data-layer]'))) {
            const value = layers[/** @type {keyof Layers} */ (button.dataset.layer)];
            button.setAttribute('aria-pressed', String(value !== false && value !== 'none'));
            const where = button.querySelector('small');
            if (where) {
                where.textContent = this.#words[String(value)] ?? '';
            }
        }
        const card = find('card');
        card.hidden = !view?.card || this.#state.isHeard;
        inside(card, 'span').textContent = view?.card ?? '';
        const hand = find('hand');
        hand.hidden = !hasHands || !layers.hand;
        hand.innerHTML = hand.hidden ? '' : (view?.picture ?? '');
    }

    /** The notes as letters, for whoever does not see them. */
    text() {
        const { view, chunk } = this.#state;
        find('text').hidden = !view;
        if (!view) {
            return;
        }
        find('stave').setAttribute('aria-label', `${this.#words.notation} ${chunk.measures}`);
        inside(find('text'), 'ol').replaceChildren(
            ...view.text.map(({ number, notes }) => {
                const item = document.createElement('li');
                const label = document.createElement('b');
                label.textContent = number;
                item.append(label, ' ' + notes.join(' · '));
                return item;
            }),
        );
    }

    openText() {
        /** @type {HTMLDetailsElement} */ (find('text')).open = true;
    }

    /** @returns {Node|string} what stands in the place of notation where nothing is played */
    card() {
        const card = /** @type {HTMLTemplateElement|null} */ (
            document.getElementById('card-' + this.#state.step.purpose)
        );
        return card?.content.cloneNode(true) ?? '';
    }

    /** What is kept on this device, and what the server says. */
    saved() {
        const log = this.#log;
        const words = this.#words;
        const isWaiting = log.waiting > 0;
        const saved = find('saved');
        saved.classList.toggle('waiting', isWaiting || log.signedOut || log.isSlow);
        inside(saved, 'span').textContent = log.signedOut
            ? words.signedOut
            : log.isSlow
              ? words.slow
              : isWaiting
                ? words.waiting.replace('%n%', String(log.waiting))
                : words.saved;
        const icon = isWaiting || log.isSlow ? saved.dataset.waitingIcon : saved.dataset.savedIcon;
        inside(saved, 'use').setAttribute('href', icon ?? '');
        if (log.isGone) {
            this.message(words.gone);
        } else if (log.refused !== '') {
            this.message(words.refused.replace('%why%', log.refused));
        } else if (!log.open) {
            this.message(words.accepted);
        }
    }

    /** @param {string} message */
    message(message) {
        find('message').textContent = message;
    }

    /** @param {boolean} isSounding */
    start(isSounding) {
        const button = find('start');
        inside(button, 'span').textContent = isSounding ? this.#words.stop : this.#words.start;
        const icon = isSounding ? button.dataset.stopIcon : button.dataset.startIcon;
        inside(button, 'use').setAttribute('href', icon ?? '');
    }

    /** @param {{at: number, count: number}|null} click that sounds; none where nothing does */
    beat(click) {
        const row = find('beats');
        row.querySelectorAll('.beat').forEach((dot, at) => dot.classList.toggle('on', at + 1 === click?.count));
        const isCountIn = click !== null && click.at < 0;
        row.classList.toggle('counting', isCountIn);
        find('phase').textContent = click === null ? '' : isCountIn ? this.#words.countIn : this.#words.play;
    }

    /** @param {string|null} id of the note that sounds */
    note(id) {
        document.querySelectorAll('.stave .now').forEach((note) => note.classList.remove('now'));
        if (id) {
            document.getElementById(id)?.classList.add('now');
        }
    }

    time() {
        const { data, step, entries } = this.#state;
        const left = data.minutes * 60 - (Date.now() - data.startedAt) / 1000;
        const begun = entries[0]?.at;
        const ofStep = step.seconds - (begun ? (Date.now() - begun) / 1000 : 0);
        find('lesson-left').textContent = clock(left);
        find('lesson-left').parentElement?.classList.toggle('late', left < 0);
        find('step-left').textContent = clock(ofStep);
        find('step-left').parentElement?.classList.toggle('late', ofStep < 0);
        const rest = document.querySelector('[data-break-clock]');
        if (rest) {
            rest.textContent = clock(Math.max(0, Math.ceil(ofStep)));
            rest.classList.toggle('over', ofStep <= 0);
        }
    }

    /** A light for each count of a measure. */
    #beats() {
        const { isPlayed, chunk } = this.#state;
        const counts = isPlayed ? Math.max(...chunk.clicks.map(([, count]) => count)) : 0;
        find('beats')
            .querySelectorAll('.beat')
            .forEach((dot) => dot.remove());
        for (let count = 1; count <= counts; count++) {
            const dot = document.createElement('span');
            dot.className = 'beat' + (count === 1 ? ' first' : '');
            dot.textContent = String(count);
            find('phase-end').before(dot);
        }
    }

    /**
     * @param {string} name
     * @param {boolean} isEnabled
     */
    #enable(name, isEnabled) {
        /** @type {HTMLButtonElement} */ (find(name)).disabled = !isEnabled;
    }
}
