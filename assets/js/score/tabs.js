// The side panel: one tab at a time, by mouse or arrows; it keeps its tab and its place while the score changes. Where it stands above the
// score, in a narrow window, it is a row of tabs until one is opened.
const narrow = window.matchMedia('(max-width: 62rem)');
const tabs = () => [...document.querySelectorAll('.panel-tabs [role=tab]')];
const nameOf = (tab) => tab.id.slice('tab-'.length);

/** Opens a tab by its name; closes the one that is open for null. */
export function openTab(name) {
    for (const tab of tabs()) {
        const isThis = nameOf(tab) === name;
        tab.setAttribute('aria-selected', String(isThis));
        tab.tabIndex = isThis || (name === null && tab === tabs()[0]) ? 0 : -1;
        const panel = document.getElementById(tab.getAttribute('aria-controls'));
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
    document.addEventListener('click', (event) => {
        const tab = event.target.closest?.('.panel-tabs [role=tab]');
        if (tab) {
            const isOpen = tab.getAttribute('aria-selected') === 'true';
            openTab(isOpen && narrow.matches ? null : nameOf(tab));
        }
    });
    document.addEventListener('keydown', (event) => {
        const tab = event.target.closest?.('.panel-tabs [role=tab]');
        const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
        if (tab && step) {
            const all = tabs();
            const next = all[(all.indexOf(tab) + step + all.length) % all.length];
            openTab(nameOf(next));
            next.focus();
        }
    });
}
