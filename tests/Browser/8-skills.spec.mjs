// What a class has met: a piece learned over two lessons fills the quilt, a state is said by hand, a piece comes within reach, the index of
// a book becomes outlines, and the term report prints.
import { chooseStep, expect, signIn, test } from './steps.mjs';

const tune = (title, notes) => `X:1\nT:${title}\nM:4/4\nL:1/4\nQ:1/4=72\nK:D\n${notes}\n`;
const EASY = tune('Reed Bank', 'D2 E2|F4|E2 D2|D4|F2 E2|D2 F2|E2 E2|D4|E2 F2|E4|F2 D2|E4|D2 E2|F2 F2|E2 D2|D4|]');
const NEXT = tune('Reed Bank Again', 'D2 E2|F2 E2|(D E) F2|!p!!fermata!D4|]');

test.describe.configure({ mode: 'serial' });

async function addTune(page, abc) {
    await page.goto('/library/new');
    await page.locator('#abc').fill(abc);
    await page.getByRole('button', { name: 'Read the tune' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Reed Bank');
}

async function openClass(page) {
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Towpath One', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Towpath One' })).toBeVisible();
}

/** A lesson of the class's sequence: every step that is played gets so many coins. */
async function teach(page, coins) {
    await openClass(page);
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    const planned = await page.locator('[data-steps] .step-title').allTextContents();
    await page.getByRole('button', { name: 'Start the lesson' }).click();
    for (const title of planned.filter((one) => /^(Learn|Join|Run|Review)/.test(one))) {
        await chooseStep(page, title);
        await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
        while (
            (await page.locator('[data-room=rounds] li').count()) &&
            (await page.locator('[data-room=rounds]').isVisible())
        ) {
            await page.keyboard.press('c');
        }
        for (let coin = 0; coin < coins; coin++) {
            await page.keyboard.press('c');
        }
    }
    await expect(page.locator('[data-room=saved]')).toHaveText('all saved', { timeout: 15_000 });
    await page.keyboard.press('e');
    await expect(page.getByRole('heading', { level: 1, name: 'End of the lesson' })).toBeVisible();
    const gain = (await page.locator('.gain').count()) ? await page.locator('.gain').textContent() : '';
    await page.getByRole('button', { name: 'Accept and finish' }).click();
    return gain;
}

test('a class learns a piece over two lessons, and the quilt fills', async ({ page }) => {
    await signIn(page);
    await addTune(page, EASY);
    await addTune(page, NEXT);
    await page.goto('/classes/new');
    await page.getByLabel('Name', { exact: true }).fill('Towpath One');
    await page.getByLabel('Violins').fill('6');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.locator('.class-now')).toContainText('Nothing');

    // Everything is new to beginners.
    await page.getByRole('link', { name: 'The whole library, ranked' }).click();
    await expect(page.locator('#fresh-title')).toBeVisible();
    await page.goto('/library?search=Reed%20Bank%20Again');
    await page.locator('#library-for').selectOption({ label: 'Towpath One' });
    await page.waitForURL(/for=class/);
    const [, forClass] = /for=(class-\d+)/.exec(page.url());
    const [, piece] = /(\/pieces\/\d+)/.exec(
        await page.getByRole('link', { name: 'Reed Bank Again', exact: true }).getAttribute('href'),
    );
    await page.goto(`${piece}/ready?for=${forClass}`);
    await expect(page.locator('.ready-head')).toContainText('later');
    await expect(page.locator('table.ready')).toContainText('Two notes in a slur');

    await page.goto('/library');
    await page.getByRole('searchbox').fill('Reed Bank');
    await page.getByRole('link', { name: 'Reed Bank', exact: true }).click();
    await page.locator('[data-cut-query] [name=for]').selectOption({ label: 'Towpath One' });
    await page.waitForLoadState('networkidle');
    await page.getByRole('button', { name: 'Build a sequence' }).click();
    await expect(page.locator('.lesson-row').first()).toBeVisible();

    const gain = await teach(page, 1);
    expect(gain).toContain('introduced');
    expect(gain).toContain('1 on D');
    await openClass(page);
    await page.getByRole('link', { name: 'One by one' }).click();
    const cell = page.locator('a.cell[href$="/finger.D.1/violin"]');
    await page.locator('#quilt-family').selectOption('fingers');
    await expect(cell).toContainText(/introduced|practised/);
    await expect(page.locator('a.cell[href$="/finger.A.1/violin"]')).toContainText('not met');
});

test('a second lesson makes it practised, and the next piece comes within reach', async ({ page }) => {
    await signIn(page);
    await teach(page, 3);
    await openClass(page);
    await page.getByRole('link', { name: 'One by one' }).click();
    await page.locator('#quilt-family').selectOption('fingers');
    const cell = page.locator('a.cell[href$="/finger.D.1/violin"]');
    await expect(cell).toContainText('practised');
    await page.goto('/library?for=&search=Reed');
    await page.locator('#library-for').selectOption({ label: 'Towpath One' });
    await page.waitForURL(/for=class/);
    await expect(page.getByRole('row', { name: /Reed Bank Again/ })).toContainText('later');
    await page
        .getByRole('row', { name: /Reed Bank Again/ })
        .getByRole('link')
        .last()
        .click();
    await expect(page.locator('table.ready')).toContainText('Two notes in a slur');
    await expect(page.locator('table.ready')).not.toContainText('1 on D');
});

test('a state is said by hand with its reason, by the keys, and a piece moves from later to within reach', async ({
    page,
}) => {
    await signIn(page);
    await openClass(page);
    const address = page.url();
    const ready = async () => {
        await page.goto('/library?search=Reed%20Bank%20Again');
        await page.locator('#library-for').selectOption({ label: 'Towpath One' });
        await page.waitForURL(/for=class/);
        await page
            .getByRole('row', { name: /Reed Bank Again/ })
            .getByRole('link')
            .last()
            .click();
        return page.locator('.ready-head').textContent();
    };
    const say = async (code, state) => {
        await page.goto(`${address}/skills?text=${code}`);
        const cell = page.locator(`a.cell[href$="/${code}/violin"]`);
        await cell.focus();
        await page.keyboard.press('Enter');
        await expect(page.locator('#skill-panel')).toContainText('Say it yourself');
        await page.locator(`#skill-panel [name=state][value=${state}]`).check();
        await page.getByLabel('Why').fill('played it in the hall');
        await page.getByRole('button', { name: 'Say so' }).click();
        await expect(page.locator('#skill-panel .cell-state')).toContainText(state.replace('-', ' '));
    };
    expect(await ready()).toContain('later');
    for (const code of ['bow.half', 'slur.2', 'rhythm.quarter']) {
        await say(code, 'introduced');
    }
    // The square in the quilt changed with the word, and the word is kept with its reason.
    await expect(page.locator('a.cell[href$="/rhythm.quarter/violin"]')).toContainText('introduced');
    await expect(page.locator('#skill-panel')).toContainText('played it in the hall');
    expect(await ready()).toContain('within reach');
    await page.goto(`${address}/skills?text=slur.2`);
    await page.locator('a.cell[href$="/slur.2/violin"]').click();
    await page.getByRole('button', { name: 'Take back' }).first().click();
    await expect(page.locator('#skill-panel .taken-back')).toHaveCount(1);
    await expect(page.locator('a.cell[href$="/slur.2/violin"]')).toContainText('not met');
});

test('arrows lead from square to square', async ({ page }) => {
    await signIn(page);
    await page.goto('/skills/quilt?family=open');
    const first = page.locator('tbody a.cell').first();
    await first.focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('a.cell:focus')).toHaveCount(1);
    await expect(first).not.toBeFocused();
    const at = await page.locator('a.cell:focus').getAttribute('href');
    await page.keyboard.press('ArrowDown');
    await expect(page.locator('a.cell:focus')).not.toHaveAttribute('href', at);
});

test('the index of a book is read in, and its order is told', async ({ page }) => {
    await signIn(page);
    await page.goto('/library/index');
    await page.getByLabel('Book', { exact: true }).fill('Reed Book');
    await page.getByLabel('File (CSV)').setInputFiles({
        name: 'index.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from('number,title,key,meter,measures\n1,Low Water,D,4/4,8\n2,High Water,G,3/4,16\n'),
    });
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.locator('.said')).toContainText('2 outlines are in the library.');
    await expect(page.getByRole('row', { name: /High Water/ })).toContainText('2');
    await page.getByRole('link', { name: 'High Water' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'High Water' })).toBeVisible();
});

test('the term report prints on A4 and Letter', async ({ page }) => {
    await signIn(page);
    await openClass(page);
    await page.getByRole('link', { name: 'Term report' }).click();
    await expect(page.locator('.report')).toContainText('2 lessons');
    await expect(page.locator('.report-skills').first()).toContainText(/practised|secure/);
    for (const format of ['A4', 'Letter']) {
        const pdf = await page.pdf({ format });
        expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
        // Two sheets at the most: nothing of the forms is printed.
        expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g).length).toBeLessThanOrEqual(3);
    }
    await page.emulateMedia({ media: 'print' });
    await expect(page.locator('.quilt-filter')).toBeHidden();
    await expect(page.locator('header.bar')).toBeHidden();
    await page.emulateMedia({ media: 'screen' });
    const [table] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('link', { name: 'Spreadsheet' }).click(),
    ]);
    expect(table.suggestedFilename()).toBe('towpath-one-report.ods');
    await page.emulateMedia({ media: 'print' });
    for (const address of ['/sequences/4', '/skills/quilt', '/classes/pieces']) {
        await page.goto(address);
        await expect(
            page.locator('main button:not(.step-title):visible, main select:visible, main .btn:visible'),
        ).toHaveCount(0);
    }
    await page.emulateMedia({ media: 'screen' });
});
