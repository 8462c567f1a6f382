// The room screen. What happens on a stair is walked on the table of states that the server compiled; time comes from the audio clock;
// every coin and miss is kept on the device until the server has it.
import { drawRibbon, ROOM } from './bow-ribbon.js';
import { drawInBox } from './notation.js';
import { Sound } from './sound.js';
import { Log } from './lesson-log.js';
import { Outbox, told } from './outbox.js';
import { drawStair } from './stair.js';
import { keepLayers, layered, readLayers, turned } from './lesson/layers.js';
import { keepLesson, Players } from './lesson/offline.js';
import { lastOwn } from './lesson/merge.js';
import { isDone as isDoneAfter, moves, roundAfter, standingAfter, versionOf } from './lesson/walk.js';

const data = JSON.parse(document.getElementById('lesson-data').textContent);
const words = document.querySelector('.room').dataset;
const $ = (name) => document.querySelector(`[data-room="${name}"]`);

const reference = { lesson: data.lesson, title: data.title, address: words.log, renew: words.key, key: data.key };
const outbox = new Outbox();
const log = new Log(reference, outbox);
await log.load(data.entries, data.after);
const sound = new Sound();
const players = new Players(words.players);
const layers = readLayers(data.layers);
const remembered = `lesson-${data.lesson}-step`;
let index = 0;
let part = data.parts[0]?.id;
let letterOfDrawing = 0;

const step = () => data.steps[index];
const chunk = () => data.chunks[step().chunk];
const view = () => players.view(part, step().chunk);
const standing = (one = step()) => standingAfter(one, log.of(one.id));
const isDone = (one) => isDoneAfter(one, log.of(one.id));

function add(kind, text = '') {
    log.add({ step: step().id, kind, tempo: standing().tempo, text });
}

const round = () => roundAfter(step(), log.of(step().id));

/** A round is played once: whatever it was like, the next one follows, and after the last the stair. */
function markRound(at) {
    add('round', step().rounds[at].mode);
    paintMode();
    paint();
    const next = round();
    announce(next === null ? words.climb : step().rounds[next].say);
}

function mark(kind) {
    if (!step().treads.length) {
        return;
    }
    sound.stop();
    begin();
    const at = round();
    if (at !== null && (kind === 'coin' || kind === 'miss')) {
        markRound(at);
        return;
    }
    const before = standing();
    add(kind);
    const after = standing();
    paint();
    const tempo = String(after.tempo);
    if (after.done && !before.done) {
        announce(words.done);
    } else if (after.tread !== before.tread) {
        announce((after.tread > before.tread ? words.up : words.down).replace('%tempo%', tempo));
    } else {
        announce((kind === 'coin' ? words.coin : words.miss).replace('%coins%', String(after.coins)));
    }
}

function takeBack() {
    const last = lastOwn(log.of(step().id), log.device, (kind) => moves(kind) || kind === 'round');
    if (last) {
        sound.stop();
        add('undo', last.id);
        paintMode();
        paint();
        announce(words.undone);
    } else {
        announce(words.nothingOwn);
    }
}

function begin() {
    if (!log.of(step().id).some((entry) => entry.kind === 'begin')) {
        add('begin');
    }
}

function announce(message) {
    $('announce').textContent = message;
}

function startOrStop() {
    if (sound.sounding) {
        sound.stop();
        return;
    }
    if (!view()) {
        return;
    }
    begin();
    const { tread, tempo } = standing();
    const silent = round() !== null && step().rounds[round()].silent;
    const clicks = step().twoMeasures[tread] ? chunk().clicksFast : chunk().clicks;
    sound.start({
        tempo,
        clicks,
        tones: view().tones,
        withClick: $('click').getAttribute('aria-pressed') === 'true',
        // Where the class makes the tune without its instruments, it does not sound either.
        withTune: !silent && $('tune').getAttribute('aria-pressed') === 'true',
        beats: chunk().beats,
        onBeat: showBeat,
        onNote: showNote,
        onEnd: () => {
            showBeat(null);
            showNote(null);
            paintStart();
        },
    });
    paintStart();
}

function paintStart() {
    const button = $('start');
    button.querySelector('span').textContent = sound.sounding ? words.stop : words.start;
    button.querySelector('use').setAttribute('href', button.dataset[sound.sounding ? 'stopIcon' : 'startIcon']);
}

function showBeat(click) {
    const row = $('beats');
    const dots = [...row.querySelectorAll('.beat')];
    dots.forEach((dot, at) => dot.classList.toggle('on', click !== null && at === click.count - 1));
    row.classList.toggle('counting', click !== null && click.at < 0);
    $('phase').textContent = click === null ? '' : click.at < 0 ? words.countIn : words.play;
}

function showNote(id) {
    document.querySelectorAll('.stave .now').forEach((note) => note.classList.remove('now'));
    if (id) {
        document.getElementById(id)?.classList.add('now');
    }
}

function go(to) {
    if (to < 0 || to >= data.steps.length) {
        return;
    }
    sound.stop();
    index = to;
    localStorage.setItem(remembered, step().id);
    if (!step().treads.length) {
        begin();
    }
    paintStep();
    announce(step().title);
}

async function paintStep() {
    const one = step();
    $('title').textContent = one.title;
    $('count').textContent = words.count.replace('%n%', String(index + 1)).replace('%of%', String(data.steps.length));
    $('who').textContent = one.who;
    $('others').textContent = one.others;
    $('players').hidden = !one.who && !one.others;
    choosePart();
    paintMode();
    const counts = one.treads.length ? Math.max(...chunk().clicks.map(([, count]) => count)) : 0;
    $('beats')
        .querySelectorAll('.beat')
        .forEach((dot) => dot.remove());
    for (let count = 1; count <= counts; count++) {
        const dot = document.createElement('span');
        dot.className = 'beat' + (count === 1 ? ' first' : '');
        dot.textContent = String(count);
        $('phase-end').before(dot);
    }
    document.querySelectorAll('[data-played]').forEach((button) => {
        button.disabled = one.treads.length === 0;
    });
    document.querySelectorAll('[data-room="back"], [data-room="next"]').forEach((button) => {
        button.disabled = button.dataset.room === 'back' ? index === 0 : index === data.steps.length - 1;
    });
    paint();
    await paintNotation();
}

/** A group's step shows the group's notation; what was chosen for the class comes back after it. */
let chosenForClass = null;
function choosePart() {
    const group = step().players[0];
    const own = group && data.parts.find(({ instrument }) => instrument === group);
    if (own && own.id !== part) {
        chosenForClass ??= part;
        part = own.id;
    } else if (!group && chosenForClass !== null) {
        part = chosenForClass;
        chosenForClass = null;
    }
    if ($('parts')) {
        $('parts').value = part;
    }
}

/** How it is played now: the round, or the way of the stair, with what the class is told. */
function paintMode() {
    const one = step();
    const at = round();
    const rounds = $('rounds');
    rounds.hidden = at === null;
    rounds.replaceChildren(
        ...one.rounds.map(({ name }, number) => {
            const item = document.createElement('li');
            item.textContent = name;
            item.className = number === at ? 'here' : number < (at ?? 0) ? 'played' : '';
            if (number === at) {
                item.setAttribute('aria-current', 'step');
            }
            return item;
        }),
    );
    const prompt = $('prompt');
    const mode = document.createElement('span');
    mode.className = 'mode';
    mode.textContent = at !== null ? one.rounds[at].say : one.treads.length ? one.mode : '';
    mode.classList.toggle('round', at !== null);
    prompt.replaceChildren(mode, one.prompt ? (mode.textContent ? ' · ' : '') + one.prompt : '');
    $('coin').querySelector('span').textContent = at === null ? words.coinKey : words.roundKey;
    $('miss').disabled = one.treads.length === 0 || at !== null;
    paintVersion();
}

const group = () => data.parts.find(({ id }) => id === part)?.instrument || 'all';

function paintVersion() {
    const one = step();
    const version = versionOf(log.of(one.id), group());
    const line = $('version');
    line.hidden = version === 'written';
    line.textContent = version === 'written' ? '' : one[version];
    $('version-key').hidden = !one.easier && !one.fuller;
}

/** Easier, fuller, as it is written: the log keeps which group played which. */
function turnVersion() {
    const one = step();
    const all = ['written', ...(one.easier ? ['easier'] : []), ...(one.fuller ? ['fuller'] : [])];
    const now = versionOf(log.of(one.id), group());
    const next = all[(all.indexOf(now) + 1) % all.length];
    if (next !== now) {
        begin();
        add('version', `${group()} ${next}`);
        paintVersion();
        paintNotation();
        announce(next === 'written' ? words.written : one[next]);
    }
}

/** What is left out of the easier half of a chunk: the notes of its second half. */
function leftOut() {
    const one = step();
    if (versionOf(log.of(one.id), group()) !== 'easier' || !one.half) {
        return [];
    }
    return view()
        .tones.filter(([at]) => at >= one.half)
        .map(([, , , id]) => id);
}

function paintLayers() {
    const hands = Boolean(view()?.picture);
    $('layers').hidden = !hands;
    for (const button of document.querySelectorAll('[data-layer]')) {
        const value = layers[button.dataset.layer];
        const on = value !== false && value !== 'none';
        button.setAttribute('aria-pressed', String(on));
        const where = button.querySelector('small');
        if (where) {
            where.textContent = words[value] ?? '';
        }
    }
    const card = $('card');
    card.hidden = !view()?.card;
    card.querySelector('span').textContent = view()?.card ?? '';
    const hand = $('hand');
    hand.hidden = !hands || !layers.hand;
    hand.innerHTML = hand.hidden ? '' : view().picture;
}

function toggleLayer(name) {
    layers[name] = turned(layers[name]);
    keepLayers(layers);
    const button = document.querySelector(`[data-layer="${name}"]`);
    paintNotation();
    announce(
        `${button.querySelector('span').textContent}: ${words[layers[name]] ?? (layers[name] ? words.on : words.off)}`,
    );
}

async function paintNotation() {
    const mine = ++letterOfDrawing;
    const stave = $('stave');
    const text = $('text');
    if (step().treads.length && !players.has(part)) {
        stave.textContent = words.drawing;
        await players.load(part).catch(() => {});
        if (mine !== letterOfDrawing) {
            return;
        }
    }
    text.hidden = !view();
    paintLayers();
    if (!view() && step().treads.length) {
        stave.textContent = words.failed;
        return;
    }
    if (!view()) {
        const card = document.getElementById('card-' + step().purpose);
        stave.replaceChildren(card ? card.content.cloneNode(true) : '');
        return;
    }
    text.querySelector('ol').replaceChildren(
        ...view().text.map(({ number, notes }) => {
            const item = document.createElement('li');
            const label = document.createElement('b');
            label.textContent = number;
            item.append(label, ' ' + notes.join(' · '));
            return item;
        }),
    );
    stave.setAttribute('aria-label', `${words.notation} ${chunk().measures}`);
    if (!stave.querySelector('svg')) {
        stave.textContent = words.drawing;
    }
    try {
        const ribbon = layers.ribbon && view().ribbon?.strokes.length ? view().ribbon : null;
        const stale = () => mine !== letterOfDrawing;
        const picture = await drawInBox(
            stave,
            layered(view(), layers),
            { outside: [...view().outside, ...leftOut()], landing: view().landing },
            { stale, ...(ribbon ? { more: { spacingSystem: ROOM }, room: 0.78 } : {}) },
        );
        if (ribbon && picture) {
            drawRibbon(picture, ribbon);
        }
    } catch {
        stave.textContent = words.failed;
        text.open = true;
    }
}

function paint() {
    const now = standing();
    $('tempo').hidden = !step().treads.length;
    $('bpm').textContent = String(now.tempo);
    drawStair($('stair'), step(), now, words);
    document.querySelectorAll('[data-room="steps"] option').forEach((option, at) => {
        option.textContent =
            (isDone(data.steps[at]) ? '✓ ' : '') +
            `${at + 1}. ${data.steps[at].title}` +
            (data.steps[at].isSpare ? ` (${words.spare})` : '');
    });
    $('steps').selectedIndex = index;
    paintSaved();
    paintStart();
}

function paintSaved() {
    const saved = $('saved');
    saved.classList.toggle('waiting', log.waiting > 0 || log.signedOut);
    saved.querySelector('span').textContent = log.signedOut
        ? words.signedOut
        : log.waiting > 0
          ? words.waiting.replace('%n%', String(log.waiting))
          : words.saved;
    if (log.isGone) {
        $('message').textContent = words.gone;
    } else if (log.refused !== '') {
        $('message').textContent = words.refused.replace('%why%', log.refused);
    } else if (!log.open) {
        $('message').textContent = words.accepted;
    }
    saved.querySelector('use').setAttribute('href', saved.dataset[log.waiting > 0 ? 'waitingIcon' : 'savedIcon']);
}

const clock = (seconds) =>
    `${seconds < 0 ? '−' : ''}${Math.floor(Math.abs(seconds) / 60)}:${String(Math.floor(Math.abs(seconds)) % 60).padStart(2, '0')}`;

function paintTime() {
    const left = data.minutes * 60 - (Date.now() - data.startedAt) / 1000;
    const begun = log.of(step().id)[0]?.at;
    const stepLeft = step().seconds - (begun ? (Date.now() - begun) / 1000 : 0);
    $('lesson-left').textContent = clock(left);
    $('lesson-left').parentElement.classList.toggle('late', left < 0);
    $('step-left').textContent = clock(stepLeft);
    const rest = document.querySelector('[data-break-clock]');
    if (rest) {
        rest.textContent = clock(Math.max(0, Math.ceil(stepLeft)));
        rest.classList.toggle('over', stepLeft <= 0);
    }
    $('step-left').parentElement.classList.toggle('late', stepLeft < 0);
}

/** What waits of other lessons is sent from here as well, and told. */
async function sendOthers() {
    try {
        await outbox.send(data.lesson);
        const others = (await outbox.waiting()).filter(({ lesson }) => lesson !== data.lesson);
        if (others.length > 0) {
            $('message').textContent = words.others.replace('%list%', told(others));
        }
    } catch {
        // No database in this browser: nothing waits in it.
    }
}

async function finish() {
    sound.stop();
    if (await log.send()) {
        location.href = words.end;
    } else {
        announce(words.notYet);
        $('message').textContent = words.notYet;
    }
}

function toggle(name) {
    const button = $(name);
    button.setAttribute('aria-pressed', String(button.getAttribute('aria-pressed') !== 'true'));
}

function note() {
    const dialog = document.getElementById('note');
    dialog.querySelector('input').value = '';
    dialog.showModal();
}

const actions = {
    start: startOrStop,
    coin: () => mark('coin'),
    miss: () => mark('miss'),
    up: () => mark('up'),
    down: () => mark('down'),
    undo: takeBack,
    next: () => go(index + 1),
    back: () => go(index - 1),
    click: () => toggle('click'),
    tune: () => toggle('tune'),
    part: () => {
        const at = data.parts.findIndex((one) => one.id === part);
        part = data.parts[(at + 1) % data.parts.length].id;
        $('parts').value = part;
        chosenForClass = null;
        sound.stop();
        paintVersion();
        paintNotation();
    },
    fingers: () => toggleLayer('fingers'),
    letters: () => toggleLayer('letters'),
    strings: () => toggleLayer('strings'),
    bows: () => toggleLayer('bows'),
    ribbon: () => toggleLayer('ribbon'),
    hand: () => toggleLayer('hand'),
    'version-key': turnVersion,
    note,
    end: finish,
    help: () => document.getElementById('keys').showModal(),
};
const KEYS = {
    ' ': 'start',
    Enter: 'coin',
    c: 'coin',
    PageDown: 'coin',
    x: 'miss',
    Backspace: 'miss',
    PageUp: 'miss',
    ArrowUp: 'up',
    ArrowDown: 'down',
    ArrowRight: 'next',
    ArrowLeft: 'back',
    r: 'start',
    z: 'undo',
    k: 'click',
    t: 'tune',
    p: 'part',
    f: 'fingers',
    l: 'letters',
    s: 'strings',
    b: 'bows',
    w: 'ribbon',
    h: 'hand',
    v: 'version-key',
    n: 'note',
    e: 'end',
    '?': 'help',
};

document.addEventListener('keydown', (event) => {
    if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        document.querySelector('dialog[open]') ||
        event.target.matches('select, input, textarea')
    ) {
        return;
    }
    const name = KEYS[event.key];
    const onButton = event.target.closest('button, summary, a') && (event.key === ' ' || event.key === 'Enter');
    if (name && !onButton) {
        event.preventDefault();
        if (!event.repeat) {
            actions[name]();
        }
    }
});
document.addEventListener('click', (event) => {
    const layer = event.target.closest('[data-layer]');
    if (layer) {
        toggleLayer(layer.dataset.layer);
        if (event.detail > 0) {
            layer.blur();
        }
    }
    const button = event.target.closest('[data-room]');
    if (button?.matches('button') && actions[button.dataset.room]) {
        actions[button.dataset.room]();
        if (event.detail > 0) {
            button.blur();
        }
    }
    if (event.target.closest('[data-closes]')) {
        event.target.closest('dialog').close();
    }
});
document.querySelector('#note form').addEventListener('submit', (event) => {
    const text = event.target.elements.text.value.trim();
    if (event.submitter?.value === 'keep' && text !== '') {
        add('note', text.slice(0, 500));
        announce(words.noted);
        paintSaved();
    }
});
$('steps').addEventListener('change', ({ target }) => {
    go(target.selectedIndex);
    target.blur();
});
$('parts')?.addEventListener('change', ({ target }) => {
    part = target.value;
    chosenForClass = null;
    sound.stop();
    paintVersion();
    paintNotation();
    target.blur();
});
document.querySelectorAll('[data-room="steps"], [data-room="parts"]').forEach((field) => {
    field.disabled = false;
});
log.onChange = () => {
    paintMode();
    paint();
};
let resizing;
window.addEventListener('resize', () => {
    clearTimeout(resizing);
    resizing = setTimeout(() => {
        paint();
        paintNotation();
    }, 250);
});

const from = data.steps.findIndex((one) => one.id === localStorage.getItem(remembered));
const open = data.steps.findIndex((one) => !isDone(one));
index = from >= 0 ? from : Math.max(0, open);
if (!step().treads.length) {
    begin();
}
paintStep();
setInterval(paintTime, 500);
paintTime();
log.start();
sendOthers();
addEventListener('online', sendOthers);
navigator.wakeLock?.request('screen').catch(() => {});
players
    .load(part)
    .then(() => Promise.all(data.parts.map(({ id }) => players.load(id))))
    .catch(() => {});
keepLesson(data.parts.map(({ id }) => players.address(id)))
    .then((kept) => {
        if (kept) {
            document.querySelector('.room').dataset.kept = 'yes';
        }
    })
    .catch(() => {});
