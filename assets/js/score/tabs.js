// The side panel: one tab at a time, by mouse or arrows; it keeps its tab and its place while the score changes. Where it stands above the
// score, in a narrow window, it is a row of tabs until one is opened.
import { all, near, one } from '../dom.js';

const TAB = '.panel-tabs [role=tab]';
const narrow = window.matchMedia('(max-width: 62rem)');
const tabs = () => all(TAB);
/** @param {Element} tab */
const nameOf = (tab) => tab.id.slice('tab-'.length);

/**
 * Opens a tab by its name; closes the one that is open for null.
 *
 * @param {string|null} name
 */
export function openTab(name) {
    for (const tab of tabs()) {
        const isThis = nameOf(tab) === name;
        tab.setAttribute('aria-selected', String(isThis));
        tab.tabIndex = isThis || (name === null && tab === tabs()[0]) ? 0 : -1;
        const panel = one('#' + tab.getAttribute('aria-controls'));
        panel.hidden = !isThis;
        panel.classList.toggle('open', isThis);
    }
}

export function startTabs() {
    openTab(narrow.matches ? null : 'cut');
    narrow.addEventListener('change', () => {
        if (!narrow.matches && !tabs().some((tab) => tab.getAttribute('aria-selected') === 'true')) {
            openTab('cut');
        }
    });
    document.addEventListener('click', ({ target }) => {
        const tab = near(target, TAB);
        if (tab) {
            const isOpen = tab.getAttribute('aria-selected') === 'true';
            openTab(isOpen && narrow.matches ? null : nameOf(tab));
        }
    });
    document.addEventListener('keydown', ({ key, target }) => {
        const tab = near(target, TAB);
        const step = key === 'ArrowRight' ? 1 : key === 'ArrowLeft' ? -1 : 0;
        if (tab && step !== 0) {
            const every = tabs();
            const next = every[(every.indexOf(tab) + step + every.length) % every.length];
            openTab(nameOf(next));
            next.focus();
        }
    });
}
