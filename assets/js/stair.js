// The stair of the step that is taught, with its coins. Drawing only: where the class stands comes from the table of states.
const NS = 'http://www.w3.org/2000/svg';

/** @typedef {import('./lesson/types.js').Step} Step */
/** @typedef {import('./lesson/types.js').Standing} Standing */

/**
 * @param {string} name
 * @param {Record<string, string|number>} attributes
 * @param {string} [text]
 */
function make(name, attributes, text) {
    const element = document.createElementNS(NS, name);
    Object.entries(attributes).forEach(([key, value]) => element.setAttribute(key, String(value)));
    if (text !== undefined) {
        element.textContent = text;
    }
    return element;
}

/**
 * @param {SVGSVGElement} svg
 * @param {Step} step
 * @param {Standing} now
 * @param {Record<string, string>} words
 */
export function drawStair(svg, step, now, words) {
    const treads = step.treads;
    svg.replaceChildren();
    svg.toggleAttribute('hidden', treads.length === 0);
    if (treads.length === 0) {
        return;
    }
    svg.setAttribute(
        'aria-label',
        words.standing
            .replace('%tread%', String(now.tread + 1))
            .replace('%treads%', String(treads.length))
            .replace('%tempo%', String(now.tempo))
            .replace('%coins%', String(now.done ? step.coins[now.tread] : now.coins))
            .replace('%needed%', String(step.coins[now.tread])),
    );
    const [all, height] = [Math.max(200, svg.clientWidth), Math.max(90, svg.clientHeight)];
    svg.setAttribute('viewBox', `0 0 ${all} ${height}`);
    const [floor, top, base] = [height - 2, Math.min(50, height * 0.36), Math.min(48, height * 0.36)];
    const width = all / treads.length;
    const [low, high] = [treads[0], Math.max(treads[treads.length - 1], treads[0] + 1)];
    treads.forEach((tempo, tread) => {
        const climbed = tread < now.tread || now.done;
        const y = floor - base - (floor - top - base) * (treads.length === 1 ? 0.6 : (tempo - low) / (high - low));
        const group = make('g', { class: climbed ? 'left-behind' : tread === now.tread ? 'here' : 'ahead' });
        const x = tread * width;
        group.append(
            make('rect', { class: 'tread', x: x + 1, y, width: width - 2, height: floor - y }),
            make('line', { class: 'nosing', x1: x, x2: x + width, y1: y, y2: y }),
            make('text', { x: x + width / 2, y: floor - base / 2 + 8 }, String(tempo)),
        );
        const asked = step.coins[tread];
        const radius = Math.min(top * 0.42, width / (2.4 * (asked + 0.5)));
        const slots = climbed ? asked : tread === now.tread ? Math.max(asked, now.coins) : 0;
        for (let coin = 0; coin < slots; coin++) {
            const cx = x + width / 2 + (coin - (slots - 1) / 2) * radius * 2.25;
            group.append(
                make('circle', {
                    class: climbed || coin < now.coins ? 'coin' : 'slot',
                    cx,
                    cy: y - radius - 3,
                    r: radius,
                }),
            );
        }
        svg.append(group);
    });
}
