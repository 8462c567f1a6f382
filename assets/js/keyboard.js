// A music keyboard, where the browser has a way to one: what is pressed together goes to the server, which answers with the line that has
// it in it.

import { find, one } from './dom.js';

/** Milliseconds within which keys are pressed together. */
const TOGETHER = 40;
/** As many notes as the server takes at once. */
const AT_ONCE = 8;
const NOTE_ON = 0x90;
const CHOSEN = 'music-keyboard';

const token = () => find('meta[name=csrf-token]', document, HTMLMetaElement)?.content ?? '';
/** @param {string} text */
const characters = (text) => Array.from(text).length;

class Typing {
    /** @type {number[][]} */
    played = [];
    busy = false;

    /**
     * @param {HTMLTextAreaElement} field
     * @param {(text: string, caret: number) => void} write
     * @param {(said: string) => void} say
     */
    constructor(field, write, say) {
        this.field = field;
        this.write = write;
        this.say = say;
    }

    /** @param {number[]} keys pressed together */
    async play(keys) {
        this.played.push(keys);
        if (this.busy) {
            return;
        }
        this.busy = true;
        try {
            while (this.played.length > 0) {
                await this.type(this.played.slice(0, AT_ONCE));
            }
        } catch (error) {
            console.error(error);
            this.say(document.body.dataset.offline ?? '');
        }
        this.busy = false;
    }

    /** @param {number[][]} played */
    async type(played) {
        const { field } = this;
        const [text, start] = [field.value, field.selectionStart];
        const body = new FormData(field.form ?? undefined);
        body.set('caret', String(characters(text.slice(0, start))));
        body.set('played', JSON.stringify(played));
        const headers = { 'X-CSRF-Token': token(), Accept: 'application/json' };
        const answer = await fetch(field.dataset.played ?? '', { method: 'POST', body, headers });
        if (!answer.ok) {
            throw new Error(String(answer.status));
        }
        const typed = await answer.json();
        if (field.value !== text || field.selectionStart !== start) {
            // Somebody typed meanwhile: what was played is typed behind it.
            return;
        }
        this.played.splice(0, played.length);
        const caret = Array.from(typed.text).slice(0, typed.caret).join('').length;
        if (typed.text !== text) {
            this.write(typed.text, caret);
        }
        this.say(typed.said);
    }
}

/**
 * Hears all keyboards that are plugged in, now or later.
 *
 * @param {MIDIAccess} access
 * @param {Typing} typing
 * @param {(said: string) => void} say
 * @param {DOMStringMap} words
 */
function hear(access, typing, say, { hears = '', none = '' }) {
    /** @type {number[]} */
    let together = [];
    let first = 0;
    let timer = 0;
    const play = () => {
        clearTimeout(timer);
        if (together.length > 0) {
            typing.play(together);
        }
        together = [];
    };
    // By the keyboard's own clock: a page that is busy hears two notes at once that were played one after the other.
    /** @param {MIDIMessageEvent} message */
    const press = ({ data, timeStamp }) => {
        const [status, key, force] = data ?? [0, 0, 0];
        if ((status & 0xf0) !== NOTE_ON || force === 0) {
            return;
        }
        if (together.length > 0 && timeStamp - first > TOGETHER) {
            play();
        }
        first = together.length === 0 ? timeStamp : first;
        together.push(key);
        clearTimeout(timer);
        timer = setTimeout(play, TOGETHER);
    };
    const plug = () => {
        const inputs = [...access.inputs.values()].filter(({ state }) => state !== 'disconnected');
        inputs.forEach((input) => (input.onmidimessage = press));
        say(inputs.length > 0 ? hears.replace('%name%', inputs.map(({ name }) => name).join(', ')) : none);
    };
    access.onstatechange = plug;
    plug();
}

/**
 * @param {HTMLTextAreaElement} field
 * @param {(text: string, caret: number) => void} write
 */
export function startKeyboard(field, write) {
    const box = find('[data-keyboard]');
    if (!box || !('requestMIDIAccess' in navigator)) {
        return;
    }
    box.hidden = false;
    const button = one('[data-keyboard-open]', box);
    const line = one('[data-keyboard-said]', box);
    const open = async () => {
        try {
            const access = await navigator.requestMIDIAccess();
            button.hidden = true;
            let device = '';
            const typing = new Typing(field, write, (said) => (line.textContent = said || device));
            /** @param {string} said */
            const plugged = (said) => {
                device = said;
                line.textContent = said;
            };
            hear(access, typing, plugged, line.dataset);
            localStorage.setItem(CHOSEN, 'yes');
            field.focus();
        } catch (error) {
            console.error(error);
            line.textContent = line.dataset.refused ?? '';
            localStorage.removeItem(CHOSEN);
        }
    };
    button.addEventListener('click', open);
    // Who plays once plays again: where the browser has been told yes, nobody is asked a second time.
    if (localStorage.getItem(CHOSEN) === 'yes') {
        navigator.permissions
            .query({ name: 'midi' })
            .then(({ state }) => (state === 'granted' ? open() : undefined))
            .catch(() => {});
    }
}
