// Click and tune on the audio clock. All of a repetition is scheduled ahead; what is seen follows the same clock.
const LEAD = 0.2;

/** @typedef {import('./lesson/types.js').Click} Click */
/** @typedef {import('./lesson/types.js').Tone} Tone */

export class Sound {
    /** @type {AudioContext|null} */
    #context = null;
    /** @type {GainNode|null} */
    #out = null;
    #frame = 0;
    /** @type {(() => void)|null} */
    #end = null;

    get sounding() {
        return this.#out !== null;
    }

    /**
     * Starts a repetition. Times are beats after the first note; clicks before it are the count-in.
     *
     * @param {object} repetition
     * @param {number} repetition.tempo beats a minute
     * @param {Click[]} repetition.clicks
     * @param {Tone[]} repetition.tones
     * @param {boolean} repetition.withClick
     * @param {boolean} repetition.withTune
     * @param {number} repetition.beats
     * @param {(click: {at: number, count: number}) => void} repetition.onBeat
     * @param {(note: string|null) => void} repetition.onNote
     * @param {() => void} repetition.onEnd
     */
    start({ tempo, clicks, tones, withClick, withTune, beats, onBeat, onNote, onEnd }) {
        this.stop();
        const context = (this.#context ??= new AudioContext());
        context.resume();
        const perBeat = 60 / tempo;
        const zero = context.currentTime + LEAD - clicks[0][0] * perBeat;
        /** @param {number} beat */
        const at = (beat) => zero + beat * perBeat;
        const out = context.createGain();
        this.#out = out;
        out.connect(context.destination);
        this.#end = onEnd;
        if (withClick) {
            clicks.forEach(([beat, count]) => click(context, out, at(beat), count === 1));
        }
        if (withTune) {
            tones.forEach(([beat, length, midi]) => tone(context, out, at(beat), length * perBeat, midi));
        }
        const until = at(beats) + 0.05;
        let lastClick = -1;
        /** @type {string|null} */
        let lastNote = null;
        const look = () => {
            if (this.#out !== out) {
                return;
            }
            const now = context.currentTime;
            let counted = lastClick;
            while (counted + 1 < clicks.length && at(clicks[counted + 1][0]) <= now) {
                counted++;
            }
            if (counted !== lastClick) {
                lastClick = counted;
                onBeat({ at: clicks[counted][0], count: clicks[counted][1] });
            }
            const note = tones.findLast(([beat, length]) => at(beat) <= now && now < at(beat + length))?.[3] ?? null;
            if (note !== lastNote) {
                lastNote = note;
                onNote(note);
            }
            if (now >= until) {
                this.stop();
            } else {
                this.#frame = requestAnimationFrame(look);
            }
        };
        this.#frame = requestAnimationFrame(look);
    }

    stop() {
        const out = this.#out;
        if (out === null) {
            return;
        }
        cancelAnimationFrame(this.#frame);
        out.gain.setTargetAtTime(0, out.context.currentTime, 0.01);
        setTimeout(() => out.disconnect(), 100);
        this.#out = null;
        this.#end?.();
    }
}

/**
 * @param {AudioContext} context
 * @param {AudioNode} out
 * @param {number} time seconds of the audio clock
 * @param {boolean} accent
 */
function click(context, out, time, accent) {
    const pulse = context.createOscillator();
    const gain = context.createGain();
    pulse.type = 'square';
    pulse.frequency.value = accent ? 1760 : 1175;
    gain.gain.setValueAtTime(accent ? 0.32 : 0.18, time);
    gain.gain.exponentialRampToValueAtTime(0.0001, time + 0.045);
    pulse.connect(gain).connect(out);
    pulse.start(time);
    pulse.stop(time + 0.05);
}

/**
 * @param {AudioContext} context
 * @param {AudioNode} out
 * @param {number} time seconds of the audio clock
 * @param {number} length seconds
 * @param {number} midi number of the tone
 */
function tone(context, out, time, length, midi) {
    const voice = context.createOscillator();
    const gain = context.createGain();
    voice.type = 'triangle';
    voice.frequency.value = 440 * 2 ** ((midi - 69) / 12);
    const end = time + Math.max(0.08, length * 0.94);
    gain.gain.setValueAtTime(0, time);
    gain.gain.linearRampToValueAtTime(0.28, time + 0.02);
    gain.gain.setValueAtTime(0.24, Math.max(time + 0.03, end - 0.04));
    gain.gain.linearRampToValueAtTime(0, end);
    voice.connect(gain).connect(out);
    voice.start(time);
    voice.stop(end + 0.02);
}
