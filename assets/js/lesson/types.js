// What the server puts into the page of a lesson (LessonScreen, LessonPlayers). Types only.

/**
 * A step: its stair compiled to a table of states.
 *
 * @typedef {object} Step
 * @property {string} id
 * @property {string} purpose
 * @property {string} title
 * @property {string} chunk names an entry of chunks
 * @property {number[]} treads beats a minute; none where nothing is played
 * @property {number[]} coins that each tread asks for
 * @property {number[][]} states tread, coins, misses, done, and the states after a coin, a miss, up, down
 * @property {number} start state with which it begins
 * @property {string} mode
 * @property {Round[]} rounds before the stair
 * @property {string} who plays, where it is not the class
 * @property {string} others what they do meanwhile
 * @property {string[]} players instruments of a group
 * @property {string} easier version, in words; empty for none
 * @property {string} fuller version
 * @property {number} half beats of the first half of the chunk, where the easier version is that half; 0 where it is not
 * @property {boolean} isSpare of the next lesson, for a class that is quicker
 * @property {string} prompt
 * @property {string} listen what the class listens for in its last coins; empty for nothing
 * @property {string} quick what whoever is ready early does; empty for nothing
 * @property {number} seconds
 * @property {boolean} doneBefore
 * @property {boolean[]} twoMeasures whether two measures are counted in, by tread
 */

/**
 * A go before the stair, of all of the chunk or of an excerpt, which begins so many beats after it.
 *
 * @typedef {object} Round
 * @property {string} mode
 * @property {string} name
 * @property {string} say
 * @property {boolean} silent
 * @property {(Chunk & {from: number})|null} excerpt
 */

/**
 * One line of the log.
 *
 * @typedef {object} Entry
 * @property {string} id
 * @property {string} step
 * @property {string} kind begin, coin, miss, up, down, undo, done, note, round or version
 * @property {number} tempo
 * @property {number} at milliseconds since 1970
 * @property {number} count
 * @property {string} text
 * @property {string} device that wrote it
 */

/**
 * A lesson whose log is kept on this device, and where it goes.
 *
 * @typedef {{lesson: number, title: string, address: string, renew: string, key: string,
 *     isLeft?: boolean}} LessonRef isLeft: whoever logged in it has signed out
 */

/**
 * What the server answers (LogNews).
 *
 * @typedef {{entries: Row[], after: number, open: boolean, refused: {id: string, why: string}[], now: number,
 *     isGone?: boolean}} News
 */

/**
 * An entry that the server could not take.
 *
 * @typedef {{id: string, title: string, entry: Entry, why: string}} Refused
 */

/**
 * A line of the log as the server sends it: id, step, kind, tempo, time, count, text, device.
 *
 * @typedef {[string, string, string, number, number, number, string, string]} Row
 */

/**
 * Where a class stands on a stair.
 *
 * @typedef {{tread: number, coins: number, misses: number, done: boolean, tempo: number}} Standing
 */

/**
 * What one instrument sees and sounds of a chunk.
 *
 * @typedef {object} View
 * @property {string} xml
 * @property {string[]} fresh notes that are shown where only what is new is shown
 * @property {number} verses
 * @property {string} card
 * @property {string} picture
 * @property {Tone[]} tones
 * @property {{number: string, notes: string[]}[]} text
 * @property {Ribbon|null} ribbon
 * @property {string[]} outside ids of notes before and behind the chunk
 * @property {string[]} landing ids of the notes on which it lands
 */

/**
 * Where the bow is, stroke by stroke: 0 at the frog, 1 at the tip.
 *
 * @typedef {object} Ribbon
 * @property {Stroke[]} strokes
 * @property {string} frog in words
 * @property {string} tip in words
 */

/**
 * @typedef {{note: string, until: string, from: number, to: number, weight: string, recovers: boolean, lifted: boolean}} Stroke
 */

/**
 * What is clicked and counted in a chunk.
 *
 * @typedef {object} Chunk
 * @property {string} measures in words
 * @property {number} beats of one repetition
 * @property {Click[]} clicks with one measure counted in
 * @property {Click[]} clicksFast with two
 */

/** @typedef {[number, number]} Click beat, and its count in the measure */

/** @typedef {[number, number, number, string]} Tone beat, length in beats, MIDI number, id of the note */

/**
 * What stands on the stave.
 *
 * @typedef {object} Sheet
 * @property {string} xml
 * @property {Record<string, string[]>} marks ids of notes by the class that they get
 * @property {Ribbon|null} ribbon
 */

/**
 * All that the page of a lesson brings along.
 *
 * @typedef {object} LessonData
 * @property {number} lesson
 * @property {string} title
 * @property {string} key of its log
 * @property {number} startedAt milliseconds since 1970
 * @property {number} minutes
 * @property {Row[]} entries
 * @property {number} after
 * @property {Step[]} steps at least one
 * @property {Record<string, Chunk>} chunks
 * @property {{id: string, name: string, instrument: string}[]} parts
 * @property {Partial<Layers>} layers
 */

/**
 * What lies over the notes. Fingers and letters: new, all or none.
 *
 * @typedef {{fingers: string, letters: string, strings: boolean, bows: boolean, ribbon: boolean, hand: boolean}} Layers
 */

export {};
