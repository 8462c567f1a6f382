// Work of which one runs at a time: whatever is asked for meanwhile is done by one more after it.

/** @template T */
export class OneAtATime {
    /** @type {Promise<T>|null} */
    #running = null;
    /** @type {Promise<T>|null} */
    #next = null;
    #work;

    /** @param {() => Promise<T>} work that does not fail */
    constructor(work) {
        this.#work = work;
    }

    /**
     * Does the work now, or once more after what is under way, for all who ask meanwhile.
     *
     * @returns {Promise<T>}
     */
    run() {
        if (this.#running === null) {
            return this.#start();
        }
        this.#next ??= this.#running.then(() => {
            this.#next = null;
            return this.#start();
        });
        return this.#next;
    }

    #start() {
        this.#running = this.#work().finally(() => {
            this.#running = null;
        });
        return this.#running;
    }
}
