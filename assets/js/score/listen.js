// Playing what is chosen, or all of it, with a count-in, a click and a light that moves over the notes.
import { Sound } from '../sound.js';

const sound = new Sound();
let button = null;

function light(id) {
    document.querySelectorAll('[data-stave] .now').forEach((note) => note.classList.remove('now'));
    const found = id === null ? null : document.querySelector('[data-stave] #' + CSS.escape(id));
    found?.classList.add('now');
}

function ended() {
    light(null);
    button?.setAttribute('aria-pressed', 'false');
}

/** @param {URLSearchParams} values what the forms of the page ask for, with what is chosen */
async function play(values) {
    const form = document.querySelector('[data-listen]');
    const url = new URL(form.dataset.listen, location.href);
    values.forEach((value, name) => url.searchParams.append(name, value));
    url.searchParams.set('tempo', form.elements.tempo.value);
    const { tempo, clicks, tones, beats } = await (
        await fetch(url, { headers: { Accept: 'application/json' } })
    ).json();
    button?.setAttribute('aria-pressed', 'true');
    sound.start({
        tempo,
        clicks,
        tones,
        beats,
        withClick: form.elements.click.checked,
        withTune: true,
        onBeat: () => {},
        onNote: light,
        onEnd: ended,
    });
}

/** @param {() => URLSearchParams} chosen what is to be played, as it is when the button is pressed */
export function startListen(chosen) {
    const form = document.querySelector('[data-listen]');
    if (!form) {
        return;
    }
    button = form.querySelector('button');
    form.addEventListener('submit', (event) => {
        event.preventDefault();
        if (sound.sounding) {
            sound.stop();
        } else {
            play(chosen());
        }
    });
}
