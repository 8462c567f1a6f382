// Every screen, in both grounds and on small windows: axe finds nothing, nothing is wider than the window, and the keys lead everywhere.
import AxeBuilder from '@axe-core/playwright';
import { chooseStep, expect, openPiece, openTab, signIn, test } from './steps.mjs';

const WINDOWS = {
    desk: { width: 1280, height: 800 },
    tablet: { width: 820, height: 1180 },
    phone: { width: 390, height: 800 },
};

/** By name all is looked at on both grounds; in the ordinary run every second screen on one, in turn. */
const GROUNDS = ['light', 'dark'];
const ALL = process.env.COIN_STAIR_TUNES === 'all';
let looked = 0;

async function check(page, name, within = 'body') {
    looked++;
    // A page that asks for news again and again, through its service worker, may never be told idle: what is looked at stands by then.
    await page.waitForLoadState('networkidle', { timeout: 1500 }).catch(() => {});
    const found = [];
    for (const colorScheme of ALL ? GROUNDS : GROUNDS.filter((_, ground) => looked % 4 === 1 + 2 * ground)) {
        await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
        // No page has frames: all is looked at in one go.
        const axe = new AxeBuilder({ page })
            .include(within)
            .setLegacyMode(true)
            .options({ resultTypes: ['violations'] });
        // The second ground differs in nothing but its colours.
        const { violations } = await (
            ALL && colorScheme === 'dark' ? axe.withRules(['color-contrast']) : axe
        ).analyze();
        violations.forEach(({ id, nodes }) =>
            found.push(`${name}, ${colorScheme}: ${id} at ${nodes.map(({ target }) => target.join(' ')).join(', ')}`),
        );
    }
    await page.emulateMedia({ colorScheme: 'light' });
    for (const [window, size] of Object.entries(WINDOWS)) {
        await page.setViewportSize(size);
        const wider = await page.evaluate(
            () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
        );
        if (wider > 0) {
            found.push(`${name} is ${wider} pixels wider than the window of a ${window}`);
        }
    }
    await page.setViewportSize(WINDOWS.desk);
    expect.soft(found).toEqual([]);
}

test.describe.configure({ mode: 'parallel' });

async function walkLists(page) {
    await page.goto('/sign-in');
    await check(page, 'sign in');
    await signIn(page);
    await check(page, 'today');
    for (const address of [
        '/library',
        '/library/new',
        '/library/outline',
        '/patterns',
        '/classes',
        '/classes/new',
        '/classes/pieces',
        '/sequences/4/written',
        '/program',
        '/account',
        '/put-away',
        '/lessons/1/end',
        '/cautions',
        '/nowhere',
    ]) {
        await page.goto(address);
        await check(page, address);
    }
}

async function walkPieces(page) {
    await signIn(page);
    await page.goto('/library/entry');
    await page.locator('#text').fill('D E F G | A B A G F ;');
    await expect(page.locator('.typed mark').first()).toBeVisible();
    await check(page, 'quick entry');
    await openPiece(page, 'Kettle on the Hob');
    await check(page, 'piece');
    await page.locator('.hands-bar [name=instrument]').selectOption('viola');
    await page.getByLabel('bow ribbon').check();
    for (const tab of ['Spots', 'Tell', 'Hand']) {
        await openTab(page, tab);
        await check(page, 'tab ' + tab, '.piece-panel');
    }
    await expect(page.locator('[data-hand-side] .hand-picture').first()).toBeVisible();
    await page.getByText('How they play: fingers, bows, what is shown').click();
    await page.getByText('Phrases on the bow, soft and loud, long notes, what you set').click();
    await expect(page.locator('#policies-body select').first()).toBeVisible();
    await check(page, 'piece with hands');
    await page.locator('[data-notation]').focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('#hand-note .set-note')).toBeVisible();
    await check(page, 'a note', '.piece-panel');
    await page.locator('[data-four]').click();
    await expect(page.locator('.side-by-side svg.engraved')).toHaveCount(4, { timeout: 30_000 });
    await check(page, 'side by side');
    await page.goBack();
    await page.getByRole('link', { name: 'Compare two methods' }).click();
    await check(page, 'two methods');
    await page.goBack();
    await page
        .locator('.measure-map .arc[role=option] .hold')
        .first()
        .click({ position: { x: 60, y: 6 } });
    await expect(page.locator('.measure-map .arc.lit').first()).toBeVisible();
    await check(page, 'a chunk');
    await page.locator('.measure-map .tile').nth(2).click();
    await page.getByRole('button', { name: 'Correct the notes' }).click();
    await expect(page.locator('[data-engrave] svg.engraved')).toBeVisible({ timeout: 30_000 });
    await check(page, 'correcting notes');
    await page.goBack();
    await page.getByRole('link', { name: 'Score', exact: true }).click();
    await expect(page.locator('[data-score-preview] svg.engraved')).toBeVisible({ timeout: 30_000 });
    await check(page, 'score settings');
    await page.getByRole('link', { name: 'Title and tempo' }).click();
    await check(page, 'piece settings');
}

async function walkSkills(page) {
    await signIn(page);
    for (const address of [
        '/skills/quilt',
        '/skills?family=sound',
        '/skills/slur.2',
        '/books',
        '/library/index',
        '/classes/2/next',
        '/classes/2/report',
        '/classes/2/past',
        '/pieces/8/ready?for=class-1',
        '/library?for=class-2',
    ]) {
        await page.goto(address);
        await check(page, address);
    }
    await page.goto('/skills/new');
    await page.locator('#skill-rule').fill('finger(A, 2, lo)');
    await expect(page.locator('#found')).toContainText('is no placement of finger');
    await check(page, 'a rule that is wrong');
    await page.goto('/classes/2/skills?family=open');
    await page.locator('a.cell').first().click();
    await expect(page.locator('#skill-panel')).toContainText('Say it yourself');
    await check(page, 'a cell of the quilt');
}

async function walkTeaching(page) {
    await signIn(page);
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Mill Lane Two' }).click();
    await check(page, 'class');
    await page.getByRole('link', { name: 'How they play' }).click();
    await check(page, 'how a class plays');
    await page.goBack();
    await page.getByRole('link', { name: 'Class settings' }).click();
    await check(page, 'class settings');
    await page.goBack();
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    const step = page.locator('[data-step]').first();
    await step.locator('.step-menu summary').click();
    await check(page, 'menu of a step');
    await step.getByRole('button', { name: 'Edit' }).click();
    await expect(page.getByLabel('Prompt line for the class')).toBeVisible();
    await check(page, 'sequence');
    await page.getByRole('button', { name: /the lesson$/ }).click();
    await page.locator('[data-room=steps]').selectOption({ index: 0 });
    await expect(page.locator('.stave .words')).toBeVisible();
    await check(page, 'lesson, hold check');
    await chooseStep(page, 'Learn');
    await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
    await page.keyboard.press('h');
    await expect(page.locator('[data-room=hand] svg')).toBeVisible();
    await check(page, 'lesson');
    await page.keyboard.press('?');
    await check(page, 'keys');
    await page.keyboard.press('Escape');
    await page.keyboard.press('e');
    await expect(page.getByRole('heading', { level: 1, name: 'End of the lesson' })).toBeVisible();
    await check(page, 'end');
}

for (const [name, walk] of Object.entries({
    lists: walkLists,
    pieces: walkPieces,
    skills: walkSkills,
    teaching: walkTeaching,
})) {
    test(`every screen of ${name}, on both grounds and in three windows`, async ({ page }) => {
        test.setTimeout(240_000);
        await walk(page);
    });
}

test('the keys lead everywhere and the focus is seen', async ({ page }) => {
    await signIn(page);
    await page.keyboard.press('l');
    await expect(page.getByRole('heading', { level: 1, name: 'Library' })).toBeVisible();
    await page.keyboard.press('/');
    await expect(page.getByRole('searchbox')).toBeFocused();
    await page.keyboard.type('Weir Song');
    await expect(page.locator('#pieces tbody tr')).toHaveCount(1);
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    const link = page.getByRole('link', { name: 'Weir Song' });
    while (!(await link.evaluate((element) => element === document.activeElement))) {
        await page.keyboard.press('Tab');
    }
    expect(await link.evaluate((element) => getComputedStyle(element).outlineStyle)).toBe('solid');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: 'Weir Song' })).toBeVisible();
    await page.keyboard.press('c');
    await expect(page.getByRole('heading', { level: 1, name: 'Classes' })).toBeVisible();
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog')).toBeVisible();
});

test('nothing is fetched from elsewhere and no script breaks', async ({ page }) => {
    const odd = [];
    page.on(
        'request',
        (request) =>
            new URL(request.url()).hostname !== '127.0.0.1' &&
            !request.url().startsWith('data:') &&
            odd.push(request.url()),
    );
    page.on('pageerror', (error) => odd.push(String(error)));
    page.on('console', (message) => message.type() === 'error' && odd.push(message.text()));
    await signIn(page);
    await openPiece(page, 'Ferry Lights');
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Weir House Strings' }).click();
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    await page.waitForLoadState('networkidle');
    expect(odd).toEqual([]);
});
