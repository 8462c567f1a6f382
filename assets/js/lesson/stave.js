// The notation of the step that is shown. What stands here belongs to that step, or nothing stands here; the other steps are drawn ahead.

/** @typedef {import('./types.js').Sheet} Sheet */
/** @typedef {(box: Element, sheet: Sheet, stale: () => boolean) => Promise<boolean>} Draw false where it became stale */
/** @typedef {(box: Element, sheet: Sheet, stale: () => boolean) => Promise<unknown>} Engrave without showing it */

/** Milliseconds for which an empty stave says nothing: a picture that was drawn ahead is there by then. */
const AT_ONCE = 150;

export class Stave {
    #box;
    #draw;
    #engrave;
    #words;
    /** What is shown or being drawn. */
    #turn = 0;
    /** What is drawn ahead. */
    #round = 0;
    /** Of which step and part the picture is that stands here; empty for none. */
    #of = '';

    /**
     * @param {Element} box
     * @param {Draw} draw
     * @param {Engrave} engrave
     * @param {{drawing: string, failed: string}} words
     */
    constructor(box, draw, engrave, words) {
        this.#box = box;
        this.#draw = draw;
        this.#engrave = engrave;
        this.#words = words;
    }

    /**
     * Shows no notation of any step, but something else.
     *
     * @param {Node|string} content
     */
    put(content) {
        this.#turn++;
        this.#of = '';
        this.#box.replaceChildren(content);
    }

    /**
     * Draws a sheet. The picture that stood here stays meanwhile if it is of the same step and part: in other layers, or another size.
     *
     * @param {Sheet|Promise<Sheet|null>} wanted none where it cannot be had
     * @param {string} of names the step and the part
     * @returns {Promise<boolean|null>} whether it is shown; null if something else was asked for meanwhile
     */
    async show(wanted, of) {
        const mine = ++this.#turn;
        const stale = () => mine !== this.#turn;
        if (this.#of !== of) {
            this.#of = '';
            this.#box.replaceChildren();
        }
        const says = setTimeout(() => {
            if (!stale() && this.#of === '') {
                this.#box.textContent = this.#words.drawing;
            }
        }, AT_ONCE);
        const isShown = await this.#drawn(wanted, of, stale);
        clearTimeout(says);
        if (isShown === false && !stale()) {
            this.#of = '';
            this.#box.textContent = this.#words.failed;
        }
        return stale() ? null : isShown;
    }

    /**
     * @param {Sheet|Promise<Sheet|null>} wanted
     * @param {string} of
     * @param {() => boolean} stale
     */
    async #drawn(wanted, of, stale) {
        try {
            const sheet = await wanted;
            if (sheet === null) {
                return false;
            }
            if (!stale() && (await this.#draw(this.#box, sheet, stale))) {
                this.#of = of;
            }
            return true;
        } catch (error) {
            console.warn('The notation could not be drawn.', error);
            return false;
        }
    }

    /**
     * Engraves sheets that are shown later, one after the other; whatever is asked for meanwhile goes first.
     *
     * @param {Sheet[]} sheets
     */
    async ahead(sheets) {
        const mine = ++this.#round;
        for (const sheet of sheets) {
            if (mine !== this.#round) {
                return;
            }
            try {
                await this.#engrave(this.#box, sheet, () => mine !== this.#round);
            } catch (error) {
                console.warn('A step could not be drawn ahead.', error);
            }
        }
    }
}
