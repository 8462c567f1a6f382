// Click and tune on the audio clock. All of a repetition is scheduled ahead; what is seen follows the same clock.
const LEAD = 0.2;

export class Sound {
    #context = null;
    #out = null;
    #frame = 0;
    #end = null;

    get sounding() {
        return this.#out !== null;
    }

    /** Starts a repetition. Times are beats after the first note; clicks before it are the count-in. */
    start({ tempo, clicks, tones, withClick, withTune, beats, onBeat, onNote, onEnd }) {
        this.stop();
        this.#context ??= new AudioContext();
        this.#context.resume();
        const context = this.#context;
        const perBeat = 60 / tempo;
        const zero = context.currentTime + LEAD - clicks[0][0] * perBeat;
        const at = (beat) => zero + beat * perBeat;
        this.#out = context.createGain();
        this.#out.connect(context.destination);
        this.#end = onEnd;
        if (withClick) {
            clicks.forEach(([beat, count]) => this.#click(at(beat), count === 1));
        }
        if (withTune) {
            tones.forEach(([beat, length, midi]) => this.#tone(at(beat), length * perBeat, midi));
        }
        const until = at(beats) + 0.05;
        let lastClick = -1;
        let lastNote = null;
        const out = this.#out;
        const look = () => {
            if (this.#out !== out) {
                return;
            }
            const now = context.currentTime;
            let click = lastClick;
            while (click + 1 < clicks.length && at(clicks[click + 1][0]) <= now) {
                click++;
            }
            if (click !== lastClick) {
                lastClick = click;
                onBeat({ at: clicks[click][0], count: clicks[click][1] });
            }
            const tone = tones.findLast(([beat, length]) => at(beat) <= now && now < at(beat + length))?.[3] ?? null;
            if (tone !== lastNote) {
                lastNote = tone;
                onNote(tone);
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
        if (this.#out === null) {
            return;
        }
        cancelAnimationFrame(this.#frame);
        this.#out.gain.setTargetAtTime(0, this.#context.currentTime, 0.01);
        const out = this.#out;
        setTimeout(() => out.disconnect(), 100);
        this.#out = null;
        this.#end?.();
    }

    #click(time, accent) {
        const pulse = this.#context.createOscillator();
        const gain = this.#context.createGain();
        pulse.type = 'square';
        pulse.frequency.value = accent ? 1760 : 1175;
        gain.gain.setValueAtTime(accent ? 0.32 : 0.18, time);
        gain.gain.exponentialRampToValueAtTime(0.0001, time + 0.045);
        pulse.connect(gain).connect(this.#out);
        pulse.start(time);
        pulse.stop(time + 0.05);
    }

    #tone(time, length, midi) {
        const tone = this.#context.createOscillator();
        const gain = this.#context.createGain();
        tone.type = 'triangle';
        tone.frequency.value = 440 * 2 ** ((midi - 69) / 12);
        const end = time + Math.max(0.08, length * 0.94);
        gain.gain.setValueAtTime(0, time);
        gain.gain.linearRampToValueAtTime(0.28, time + 0.02);
        gain.gain.setValueAtTime(0.24, Math.max(time + 0.03, end - 0.04));
        gain.gain.linearRampToValueAtTime(0, end);
        tone.connect(gain).connect(this.#out);
        tone.start(time);
        tone.stop(end + 0.02);
    }
}
