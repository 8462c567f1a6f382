// The room screen. What happens on a stair is walked on the table of states that the server compiled; time comes from the audio clock;
// every coin and miss is kept on the device until the server has it.
import { Sound } from './sound.js';
import { Log } from './lesson-log.js';
import { Outbox, told } from './outbox.js';
import { listen } from './lesson/keys.js';
import { keepLayers, readLayers, turned } from './lesson/layers.js';
import { keepLesson, Players } from './lesson/offline.js';
import { draw, engraveAhead, sheetOf } from './lesson/sheets.js';
import { LessonState } from './lesson/state.js';
import { Stave } from './lesson/stave.js';
import { find, LessonView } from './lesson/view.js';

/** @typedef {import('./lesson/types.js').Layers} Layers */

const DEBOUNCE = 250;
const TICK = 500;
const room = /** @type {HTMLElement} */ (document.querySelector('.room'));
const words = /** @type {Record<string, string>} */ ({ ...room.dataset });
/** @type {import('./lesson/types.js').LessonData} */
const data = JSON.parse(document.getElementById('lesson-data')?.textContent ?? '');
const remembered = `lesson-${data.lesson}-step`;

const outbox = new Outbox();
const log = new Log(
    { lesson: data.lesson, title: data.title, address: words.log, renew: words.key, key: data.key },
    outbox,
);
await log.load(data.entries, data.after);
const sound = new Sound();
const players = new Players(words.players);
const layers = readLayers(data.layers);
const state = new LessonState(data, log, players);
const view = new LessonView(state, log, words);
const stave = new Stave(find('stave'), draw, engraveAhead, { drawing: words.drawing, failed: words.failed });

/** @param {string} kind coin, miss, up or down */
function mark(kind) {
    if (!state.isPlayed) {
        return;
    }
    sound.stop();
    const before = state.standing;
    const isRound = state.mark(kind);
    const after = state.standing;
    const { round } = state;
    view.now();
    if (isRound) {
        view.announce(round === null ? words.climb : state.step.rounds[round].say);
    } else if (after.done && !before.done) {
        view.announce(words.done);
    } else if (after.tread !== before.tread) {
        view.announce((after.tread > before.tread ? words.up : words.down).replace('%tempo%', String(after.tempo)));
    } else {
        view.announce((kind === 'coin' ? words.coin : words.miss).replace('%coins%', String(after.coins)));
    }
}

function takeBack() {
    if (!state.takeBack()) {
        view.announce(words.nothingOwn);
        return;
    }
    sound.stop();
    view.now();
    view.announce(words.undone);
}

function startOrStop() {
    if (sound.sounding) {
        sound.stop();
        return;
    }
    if (!state.view) {
        return;
    }
    state.begin();
    const { round, standing, step, sounding } = state;
    const isSilent = round !== null && step.rounds[round].silent;
    const { chunk, tones } = sounding;
    sound.start({
        tempo: standing.tempo,
        clicks: step.twoMeasures[standing.tread] ? chunk.clicksFast : chunk.clicks,
        tones,
        withClick: isPressed('click'),
        // Where the class makes the tune without its instruments, it does not sound either.
        withTune: !isSilent && isPressed('tune'),
        beats: chunk.beats,
        onBeat: (click) => view.beat(click),
        onNote: (id) => view.note(id),
        onEnd: () => {
            view.beat(null);
            view.note(null);
            view.start(false);
        },
    });
    view.start(true);
}

/** @param {string} name of a button that stays pressed */
const isPressed = (name) => find(name).getAttribute('aria-pressed') === 'true';
/** @param {string} name */
const toggle = (name) => find(name).setAttribute('aria-pressed', String(!isPressed(name)));

/** @param {number} index */
function go(index) {
    if (index < 0 || index >= data.steps.length) {
        return;
    }
    sound.stop();
    state.go(index);
    localStorage.setItem(remembered, state.step.id);
    view.step();
    showNotation();
    view.announce(state.step.title);
}

/** The notation of the step that is shown, or the card that stands in its place; then the other steps are drawn ahead. */
async function showNotation() {
    const { part, step, isPlayed } = state;
    view.text();
    view.layers(layers);
    if (!isPlayed) {
        stave.put(view.card());
        return;
    }
    const isShown = await stave.show(sheet(), `${part} ${step.chunk}`);
    if (isShown === false) {
        view.openText();
    }
    if (isShown !== null) {
        await drawAhead();
    }
}

/** What is drawn of the step that is shown: nothing where its part cannot be had. */
async function sheet() {
    const { part } = state;
    if (!players.has(part)) {
        await players.load(part);
        if (part === state.part) {
            view.text();
            view.layers(layers);
        }
    }
    return state.view ? sheetOf(state.view, layers, state.leftOut()) : null;
}

async function drawAhead() {
    const { part, step } = state;
    const from = data.steps.indexOf(step);
    const others = [...data.steps.slice(from + 1), ...data.steps.slice(0, from)].map(({ chunk }) => chunk);
    const views = [...new Set(others)]
        .filter((chunk) => chunk !== step.chunk)
        .map((chunk) => players.view(part, chunk));
    await stave.ahead(views.filter((one) => one !== undefined).map((one) => sheetOf(one, layers)));
}

/** @param {keyof Layers} name */
function toggleLayer(name) {
    Object.assign(layers, { [name]: turned(layers[name]) });
    keepLayers(layers);
    showNotation();
    const label = document.querySelector(`[data-layer="${name}"] span`)?.textContent;
    view.announce(`${label}: ${words[String(layers[name])] ?? (layers[name] ? words.on : words.off)}`);
}

function turnVersion() {
    if (state.turnVersion()) {
        view.version();
        showNotation();
        view.announce(state.versionTold || words.written);
    }
}

/** Another part was chosen. */
function showPart() {
    sound.stop();
    view.part();
    view.version();
    showNotation();
}

/** What waits of other lessons is sent from here as well, and told. */
async function sendOthers() {
    try {
        await outbox.send(data.lesson);
        const others = (await outbox.waiting()).filter(({ lesson }) => lesson !== data.lesson);
        if (others.length > 0) {
            view.message(words.others.replace('%list%', told(others)));
        }
    } catch (error) {
        // Where there is no database in this browser, nothing waits in it.
        console.info('Nothing is kept of other lessons.', error);
    }
}

async function finish() {
    sound.stop();
    view.announce(words.sending);
    view.message(words.sending);
    if (await log.send()) {
        location.href = words.end;
    } else {
        view.announce(words.notYet);
        view.message(words.notYet);
    }
}

/** @param {string} id */
const dialog = (id) => /** @type {HTMLDialogElement} */ (document.getElementById(id));
const noteField = () => /** @type {HTMLInputElement} */ (dialog('note').querySelector('input'));

listen({
    start: startOrStop,
    coin: () => mark('coin'),
    miss: () => mark('miss'),
    up: () => mark('up'),
    down: () => mark('down'),
    undo: takeBack,
    next: () => go(state.index + 1),
    back: () => go(state.index - 1),
    click: () => toggle('click'),
    tune: () => toggle('tune'),
    part: () => {
        state.chooseNext();
        showPart();
    },
    fingers: () => toggleLayer('fingers'),
    letters: () => toggleLayer('letters'),
    strings: () => toggleLayer('strings'),
    bows: () => toggleLayer('bows'),
    ribbon: () => toggleLayer('ribbon'),
    hand: () => toggleLayer('hand'),
    'version-key': turnVersion,
    note: () => {
        noteField().value = '';
        dialog('note').showModal();
    },
    end: finish,
    help: () => dialog('keys').showModal(),
});
dialog('note').addEventListener('submit', (event) => {
    const text = noteField().value.trim();
    const button = /** @type {HTMLButtonElement|null} */ (event.submitter);
    if (button?.value === 'keep' && text !== '') {
        state.add('note', text.slice(0, noteField().maxLength));
        view.announce(words.noted);
        view.saved();
    }
});
for (const name of ['steps', 'parts']) {
    const field = /** @type {HTMLSelectElement|null} */ (find(name));
    field?.addEventListener('change', () => {
        if (name === 'steps') {
            go(field.selectedIndex);
        } else {
            state.choose(field.value);
            showPart();
        }
        field.blur();
    });
    field?.removeAttribute('disabled');
}
log.onChange = () => view.now();
/** @type {ReturnType<typeof setTimeout>} */
let resizing;
addEventListener('resize', () => {
    clearTimeout(resizing);
    resizing = setTimeout(() => {
        view.now();
        showNotation();
    }, DEBOUNCE);
});

const last = data.steps.findIndex(({ id }) => id === localStorage.getItem(remembered));
state.go(last >= 0 ? last : state.firstOpen());
view.step();
view.start(false);
setInterval(() => view.time(), TICK);
view.time();
log.start();
sendOthers();
addEventListener('online', sendOthers);
navigator.wakeLock?.request('screen').catch((error) => console.info('The screen may go dark.', error));
showNotation()
    .then(() => Promise.all(data.parts.map(({ id }) => players.load(id))))
    .then(drawAhead)
    .catch((error) => console.info('Some parts are not here yet.', error));
keepLesson(data.parts.map(({ id }) => players.address(id)))
    .then((kept) => {
        if (kept) {
            room.dataset.kept = 'yes';
        }
    })
    .catch((error) => console.info('This lesson is not kept for a reload without a network.', error));
