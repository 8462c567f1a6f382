// Playing what is chosen, or all of it, with a count-in, a click and a light that moves over the notes.
import { field, find, one } from '../dom.js';
import { Sound } from '../sound.js';

const sound = new Sound();
/** @type {HTMLElement|null} */
let button = null;

/** @param {string|null} id of a note; none for no light */
function light(id) {
    document.querySelectorAll('[data-stave] .now').forEach((note) => note.classList.remove('now'));
    const found = id === null ? null : document.querySelector('[data-stave] #' + CSS.escape(id));
    found?.classList.add('now');
}

function ended() {
    light(null);
    button?.setAttribute('aria-pressed', 'false');
}

/**
 * @param {HTMLFormElement} form
 * @param {URLSearchParams} values what the forms of the page ask for, with what is chosen
 */
async function play(form, values) {
    const url = new URL(form.dataset.listen ?? '', location.href);
    values.forEach((value, name) => url.searchParams.append(name, value));
    url.searchParams.set('tempo', field(form, 'tempo').value);
    const answer = await fetch(url, { headers: { Accept: 'application/json' } });
    const { tempo, clicks, tones, beats } = await answer.json();
    button?.setAttribute('aria-pressed', 'true');
    sound.start({
        tempo,
        clicks,
        tones,
        beats,
        withClick: one('[name=click]', form, HTMLInputElement).checked,
        withTune: true,
        onBeat: () => {},
        onNote: light,
        onEnd: ended,
    });
}

/** @param {() => URLSearchParams} chosen what is to be played, as it is when the button is pressed */
export function startListen(chosen) {
    const form = find('[data-listen]', document, HTMLFormElement);
    if (!form) {
        return;
    }
    button = find('button', form);
    form.addEventListener('submit', (event) => {
        event.preventDefault();
        if (sound.sounding) {
            sound.stop();
        } else {
            play(form, chosen());
        }
    });
}
