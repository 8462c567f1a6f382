// Draws MusicXML. A picture that was drawn once comes from the browser's cache, without the engraver.
const CACHE = 'notation-' + ENGRAVER_VERSION;
/** Pictures of this page that are at hand at once. */
const AT_HAND = 60;
/** @type {Map<number, {resolve: (svg: string) => void, reject: (error: Error) => void}>} */
const waiting = new Map();
/** @type {Map<string, string>} what was drawn or looked up last, by address */
const atHand = new Map();
/** @type {Worker|undefined} */
let worker;
let last = 0;

/**
 * @param {string} xml
 * @param {object} options of the engraver
 * @returns {Promise<string>}
 */
function ask(xml, options) {
    const engraver = (worker ??= start());
    const id = ++last;
    return new Promise((resolve, reject) => {
        waiting.set(id, { resolve, reject });
        engraver.postMessage({ id, xml, options });
    });
}

function start() {
    const made = new Worker(NOTATION_WORKER, { type: 'module' });
    made.onmessage = ({ data }) => {
        const { resolve, reject } = waiting.get(data.id) ?? {};
        waiting.delete(data.id);
        if (data.error) {
            reject?.(new Error(data.error));
        } else {
            resolve?.(data.svg);
        }
    };
    made.onerror = () => {
        waiting.forEach(({ reject }) => reject(new Error('The engraver did not start.')));
        waiting.clear();
    };
    return made;
}

/**
 * @param {string} xml
 * @param {object} options
 */
async function address(xml, options) {
    const bytes = new TextEncoder().encode(JSON.stringify(options) + xml);
    const hash = await crypto.subtle.digest('SHA-256', bytes);
    return '/notation/' + Array.from(new Uint8Array(hash), (byte) => byte.toString(16).padStart(2, '0')).join('');
}

/**
 * @param {string} xml
 * @param {object} options
 */
async function engrave(xml, options) {
    const key = await address(xml, options).catch(() => '');
    const svg = atHand.get(key) ?? (await kept(key)) ?? (await keep(key, await ask(xml, options)));
    if (key !== '') {
        atHand.delete(key);
        atHand.set(key, svg);
        const [oldest] = atHand.keys();
        if (atHand.size > AT_HAND) {
            atHand.delete(oldest);
        }
    }
    return svg;
}

/**
 * The picture that lies under an address; nothing where there is none, or where this browser keeps none.
 *
 * @param {string} key
 */
async function kept(key) {
    try {
        return await (await (await caches.open(CACHE)).match(key))?.text();
    } catch {
        return undefined;
    }
}

/**
 * @param {string} key
 * @param {string} svg
 */
async function keep(key, svg) {
    try {
        await (await caches.open(CACHE)).put(key, new Response(svg, { headers: { 'Content-Type': 'image/svg+xml' } }));
    } catch {
        // Not kept: it is drawn again next time.
    }
    return svg;
}

/**
 * @param {string} svg
 * @returns {SVGSVGElement}
 */
function parse(svg) {
    // Styles are taken out of the text: parsing them would already offend the content policy.
    const plain = svg.replace(/<style\b[\s\S]*?<\/style>/g, '').replace(/\sstyle="[^"]*"/g, '');
    const root = new DOMParser().parseFromString(plain, 'image/svg+xml').documentElement;
    const picture = /** @type {SVGSVGElement} */ (/** @type {unknown} */ (root));
    picture.querySelectorAll('script, desc, title').forEach((element) => element.remove());
    picture.classList.add('engraved');
    picture.setAttribute('aria-hidden', 'true');
    picture.removeAttribute('width');
    picture.removeAttribute('height');
    return document.adoptNode(picture);
}

/** @param {string} svg */
function ratio(svg) {
    const [, , width, height] = (/viewBox="([^"]+)"/.exec(svg)?.[1] ?? '0 0 1 1').split(/\s+/).map(Number);
    return height / width;
}

const BASE = {
    adjustPageHeight: true,
    svgViewBox: true,
    breaks: 'auto',
    header: 'none',
    footer: 'none',
    svgFormatRaw: true,
    smuflTextFont: 'none',
    xmlIdChecksum: true,
    pageMarginLeft: 20,
    pageMarginRight: 20,
    pageMarginTop: 20,
    pageMarginBottom: 20,
    spacingSystem: 10,
    mnumInterval: 1,
};

/** Pixels under which the rows of a book are not kept. */
const NARROW = 560;

/**
 * All of a score in a box of a given width, in the rows of its book where they are known and fit: no page ends, no room between the rows.
 *
 * @param {Box} box
 * @param {string} xml
 * @param {boolean} rows keep the rows of the book
 * @param {number} scale percent
 * @param {object} more options of the engraver beside these
 */
export async function drawScore(box, xml, rows, scale = 46, more = {}) {
    const width = Math.max(300, Math.round(box.clientWidth / 20) * 20);
    const pageWidth = Math.round((width * 100) / scale);
    const breaks = rows && width >= NARROW ? 'encoded' : 'auto';
    const options = { ...BASE, scale, pageWidth, pageHeight: 60000, spacingSystem: 4, breaks, ...more };
    return show(box, await engrave(xml, options));
}

const EDGES = { pageMarginLeft: 0, pageMarginRight: 0, pageMarginTop: 0, pageMarginBottom: 0 };
const INCIPIT = {
    ...BASE,
    ...EDGES,
    scale: 34,
    pageWidth: 60000,
    adjustPageWidth: true,
    breaks: 'none',
    mnumInterval: 0,
};
/** @param {string} hash */
const incipitAddress = (hash) => '/notation/begins/' + hash;

/**
 * The beginning of a piece as it was drawn before: by the hash of its score, so that nothing is asked of the server.
 *
 * @param {string} hash
 */
export async function keptIncipit(hash) {
    const svg = await kept(incipitAddress(hash));
    return svg === undefined ? null : begins(svg);
}

/**
 * The beginning of a piece in one line, kept with its notes in words.
 *
 * @param {string} hash
 * @param {string} xml
 * @param {string} text
 */
export async function drawIncipit(hash, xml, text) {
    const picture = parse(await ask(xml, INCIPIT));
    picture.dataset.begins = text;
    // A page shows many of them, and each has a first note.
    picture.querySelectorAll('.definition-scale g[id]').forEach((group) => group.removeAttribute('id'));
    return begins(await keep(incipitAddress(hash), new XMLSerializer().serializeToString(picture)));
}

/**
 * All at one size, however long they are; smaller only where they would not fit.
 *
 * @param {string} svg
 */
function begins(svg) {
    const picture = parse(svg);
    picture.setAttribute('width', String(picture.viewBox.baseVal.width));
    picture.setAttribute('preserveAspectRatio', 'xMinYMid meet');
    return { picture, text: picture.dataset.begins ?? '' };
}

/** @typedef {Pick<Element, 'clientWidth'> & {replaceChildren: (picture: SVGSVGElement) => unknown}} Box */

/** Scales that are tried for a box, in percent, the largest first. */
const SCALES = [170, 140, 115, 95, 80, 66, 54, 44, 36];

/**
 * @typedef {object} Fit
 * @property {object} [more] options of the engraver beside these
 * @property {number} [room] share of the height that the notes may take
 * @property {() => boolean} [stale] nothing more is drawn once it is
 */

/**
 * The picture that is as large as a box of given width and height allows; none where it became stale.
 *
 * @param {Element} box
 * @param {string} xml
 * @param {Fit} fit
 * @returns {Promise<string|null>}
 */
export async function fitInBox(box, xml, { more = {}, room = 1, stale = () => false } = {}) {
    const width = Math.max(300, Math.floor(box.clientWidth / 40) * 40);
    const wanted = (room * box.clientHeight) / Math.max(1, box.clientWidth);
    let best = null;
    for (const scale of SCALES) {
        if (stale()) {
            return null;
        }
        best = await engrave(xml, { ...BASE, scale, pageWidth: Math.round((width * 100) / scale), ...more });
        if (ratio(best) <= wanted * 1.02) {
            break;
        }
    }
    return stale() ? null : best;
}

/**
 * Draws as large as a box of given width and height allows.
 *
 * @param {Element} box
 * @param {string} xml
 * @param {Record<string, string[]>} marks ids of notes by the class that they get
 * @param {Fit} fit
 */
export async function drawInBox(box, xml, marks = {}, fit = {}) {
    const best = await fitInBox(box, xml, fit);
    if (best === null) {
        return null;
    }
    const picture = show(box, best);
    for (const [name, ids] of Object.entries(marks)) {
        ids.forEach((id) => picture.querySelector('#' + CSS.escape(id))?.classList.add(name));
    }
    return picture;
}

/**
 * @param {Box} box
 * @param {string} svg
 */
function show(box, svg) {
    const picture = parse(svg);
    box.replaceChildren(picture);
    return picture;
}
