// No coin stays on a tablet: what was logged without a network is sent by whatever page is opened next.
import { chooseStep, expect, goOffline, signIn, signInAnew, test } from './steps.mjs';

test.describe.configure({ mode: 'serial' });

/** Opens the lesson of a class, begun if none is open. */
async function openLesson(page) {
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Mill Lane Two' }).click();
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    await page.getByRole('button', { name: /lesson/ }).click();
    await page.waitForURL(/\/lessons\/\d+$/);
    await atStep(page);
    return page.url();
}

/** The same lesson again, whatever sequences the class has by now. */
async function openAgain(page, lesson) {
    await page.goto(lesson);
    await atStep(page);
}

/** Warm-ups have a stair and no rounds; which of them a lesson has follows from what comes in it. */
const WARM_UP = /Open strings|Check \S+ against the open string/;

/** Goes to a step with a stair and no rounds before it. */
async function atStep(page) {
    await page.locator('.stave').waitFor();
    await chooseStep(page, WARM_UP);
    await expect(page.locator('[data-room=saved]')).toHaveText('all saved');
}

const box = (page) => page.locator('[data-outbox]');
const coinsOf = async (page, lesson) => {
    await page.goto(`${lesson}/end`);
    const [, coins] = /(\d+) coin/.exec(await page.locator('.head').innerText()) ?? [0, 0];
    return Number(coins);
};

/** Signs out, and answers what is asked then: dismiss or accept. */
async function signOut(page, answer) {
    // It is answered when it comes: the click itself waits for that.
    const answered = page.waitForEvent('dialog').then((dialog) => dialog[answer]());
    await page.getByRole('button', { name: 'Sign out' }).click();
    await answered;
}

async function twoCoinsOffline(page, context) {
    // The step that was chosen is an entry too; on a slow machine it waits with them.
    await page.waitForLoadState('networkidle');
    await expect(page.locator('[data-room=saved]')).toHaveText('all saved');
    await goOffline(page, context);
    await page.keyboard.press('c');
    await page.keyboard.press('c');
    await expect(page.locator('[data-room=saved]')).toContainText(/waiting to be sent: [23]\b/);
}

test('two coins without a network, the tab closed: the next page sends them', async ({ page, context }) => {
    await signIn(page);
    const lesson = await openLesson(page);
    // The step is begun, so that from here on only coins wait.
    const taken = page.waitForResponse((answer) => answer.request().postData()?.includes('"coin"') ?? false);
    await page.keyboard.press('c');
    await taken;
    const before = await coinsOf(page, lesson);
    await openAgain(page, lesson);
    await twoCoinsOffline(page, context);
    await page.close();
    const next = await context.newPage();
    await context.setOffline(false);
    // The log is away: the page says what waits, and from which lesson.
    await context.route('**/log*', (route) => route.fulfill({ status: 503, body: '' }));
    await next.goto('/');
    await expect(box(next)).toContainText(/Waiting on this device to be sent: .+, Mill Lane Two: [23]/);
    await context.unroute('**/log*');
    await next.reload();
    await expect(box(next)).toBeHidden();
    await expect.poll(() => coinsOf(next, lesson)).toBe(before + 2);
});

test('a coin is kept from the moment in which it is seen', async ({ page, context }) => {
    await signIn(page);
    const lesson = await openLesson(page);
    const before = await coinsOf(page, lesson);
    await openAgain(page, lesson);
    await expect(page.locator('.room')).toHaveAttribute('data-kept', 'yes', { timeout: 30_000 });
    await goOffline(page, context);
    for (let load = 0; load < 5; load++) {
        const loaded = page.waitForEvent('load');
        await page.evaluate(() => {
            document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'c', bubbles: true }));
            location.reload();
        });
        await loaded;
        await page.locator('.stave svg.engraved').waitFor();
    }
    await expect(page.locator('[data-room=saved]')).toContainText('waiting to be sent');
    await context.setOffline(false);
    await expect(page.locator('[data-room=saved]')).toHaveText('all saved', { timeout: 15_000 });
    expect(await coinsOf(page, lesson)).toBe(before + 5);
});

test('one bad entry is named, the others are sent', async ({ page, context }) => {
    await signIn(page);
    const lesson = await openLesson(page);
    const before = await coinsOf(page, lesson);
    await openAgain(page, lesson);
    await twoCoinsOffline(page, context);
    await page.evaluate(
        (number) =>
            new Promise((resolve) => {
                const asked = indexedDB.open('coin-stair');
                asked.onsuccess = () => {
                    const change = asked.result.transaction('waiting', 'readwrite');
                    const entry = {
                        id: 'broken',
                        step: '1',
                        kind: 'coin',
                        tempo: 60,
                        at: 1,
                        count: 1,
                        text: '',
                        device: 'x',
                    };
                    change.objectStore('waiting').put({ id: 'broken', lesson: number, entry });
                    change.oncomplete = resolve;
                };
            }),
        Number(lesson.split('/').at(-1)),
    );
    await page.close();
    await context.setOffline(false);
    const next = await context.newPage();
    await next.goto('/library');
    await expect(box(next)).toContainText('its id is no UUID');
    await expect(box(next).locator('[data-waiting-line]')).toBeHidden();
    await next.getByRole('button', { name: 'I have seen this' }).click();
    await expect(box(next)).toBeHidden();
    expect(await coinsOf(next, lesson)).toBe(before + 2);
});

test('whoever signs out is asked about what could not be sent, and it is sent all the same', async ({
    page,
    context,
}) => {
    await signInAnew(page);
    const lesson = await openLesson(page);
    const before = await coinsOf(page, lesson);
    await openAgain(page, lesson);
    await twoCoinsOffline(page, context);
    await context.route('**/log*', (route) => route.fulfill({ status: 503, body: '' }));
    await context.setOffline(false);
    await page.goto('/classes');
    await expect(box(page)).toContainText('Mill Lane Two: 2');
    await signOut(page, 'dismiss');
    await expect(page.getByRole('heading', { level: 1, name: 'Classes' })).toBeVisible();
    await signOut(page, 'accept');
    await expect(page.getByRole('heading', { level: 1, name: 'Sign in' })).toBeVisible();
    await context.unroute('**/log*');
    await page.reload();
    await expect(box(page)).toBeHidden();
    await signInAnew(page);
    expect(await coinsOf(page, lesson)).toBe(before + 2);
});

test('accepted on another screen: what waits here still goes into the record', async ({ page, context, browser }) => {
    await signIn(page);
    const lesson = await openLesson(page);
    const before = await coinsOf(page, lesson);
    await openAgain(page, lesson);
    await twoCoinsOffline(page, context);
    const elsewhere = await browser.newContext();
    const other = await elsewhere.newPage();
    await signIn(other);
    await other.goto(`${lesson}/end`);
    await other.getByRole('button', { name: 'Accept and finish' }).click();
    await expect(other.getByRole('heading', { level: 1, name: 'Mill Lane Two' })).toBeVisible();
    await context.setOffline(false);
    await expect(page.locator('[data-room=message]')).toContainText('Accepted on another screen', { timeout: 15_000 });
    await expect(page.locator('[data-room=saved]')).toHaveText('all saved');
    expect(await coinsOf(page, lesson)).toBe(before + 2);
    await expect(page.locator('main')).toContainText('2 entries came when the lesson had been accepted');
    await elsewhere.close();
});

test('a screen takes back its own coin, not the other one’s', async ({ page, browser }) => {
    await signIn(page);
    const lesson = await openLesson(page);
    const elsewhere = await browser.newContext();
    const other = await elsewhere.newPage();
    await signIn(other);
    await other.goto(lesson);
    await chooseStep(other, WARM_UP);
    const coins = other.locator('.stair .here .coin');
    await page.bringToFront();
    await page.keyboard.press('c');
    await expect(coins).toHaveCount(1, { timeout: 8000 });
    await other.bringToFront();
    await other.keyboard.press('z');
    await expect(other.locator('[data-room=announce]')).toHaveText('Nothing of this screen is left to take back');
    await expect(coins).toHaveCount(1);
    await page.bringToFront();
    await page.keyboard.press('z');
    await other.bringToFront();
    await expect(coins).toHaveCount(0, { timeout: 8000 });
    await elsewhere.close();
});

test('behind a server that does not answer it says that it waits, asks once, and the end waits in words', async ({
    page,
}) => {
    await signIn(page);
    await openLesson(page);
    let asked = 0;
    let letGo = () => {};
    const hangs = new Promise((resolve) => {
        letGo = resolve;
    });
    await page.route(/\/lessons\/\d+\/log/, async (route) => {
        asked++;
        await hangs;
        await route.continue();
    });
    for (const coin of ['c', 'c', 'c']) {
        await page.keyboard.press(coin);
    }
    await expect(page.locator('[data-room=saved]')).toHaveText('waiting for the server…', { timeout: 10_000 });
    await page.keyboard.press('e');
    await expect(page.locator('[data-room=message]')).toHaveText('Sending what was logged…');
    expect(asked).toBe(1);
    letGo();
    await page.waitForURL(/\/end$/);
});

test('on a slow machine a quick walk leaves no notation of another step', async ({ page, context }) => {
    await signIn(page);
    await openLesson(page);
    await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
    const slow = await context.newCDPSession(page);
    await slow.send('Emulation.setCPUThrottlingRate', { rate: 8 });
    // Whatever stands on the stave when the title changes, and from then on, is looked at: its notes are in the view of one step.
    await page.evaluate(() => {
        window.seen = [];
        const look = () => {
            const title = document.querySelector('[data-room=title]').textContent;
            const picture = document.querySelector('.stave svg.engraved');
            window.seen.push([title, picture ? (picture.dataset.seen ??= title) : title]);
        };
        new MutationObserver(look).observe(document.querySelector('.room-sheet'), { childList: true, subtree: true });
        new MutationObserver(look).observe(document.querySelector('.room-top'), { childList: true, subtree: true });
    });
    const steps = await page.locator('[data-room=steps] option').count();
    for (let step = 0; step < 2 * steps; step++) {
        await page.keyboard.press(step < steps ? 'ArrowRight' : 'ArrowLeft');
    }
    await page.waitForTimeout(1000);
    const seen = await page.evaluate(() => window.seen);
    expect(seen.length).toBeGreaterThan(steps);
    expect(seen.filter(([title, first]) => title !== first)).toEqual([]);
});
