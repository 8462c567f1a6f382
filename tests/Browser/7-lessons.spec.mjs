// A second-year class and a new tune: four lessons, a step moved, a group apart, a lesson with rounds, a miss and a break, and the next
// lesson made from what was reached.
import { chooseStep, expect, openPiece, signIn, test } from './steps.mjs';

const TUNE = `X:1
T:Lock Keeper's Kettle
M:4/4
L:1/8
Q:1/4=96
K:G
V:1 name="Violin"
D2|:G2 AB c2 BA|G2 B2 d2 B2|c2 cB A2 AG|F2 A2 D2 D2|
G2 AB c2 BA|G2 B2 d2 g2|f2 d2 c2 A2|1 G2 A2 G2 D2:|2 G4 G4||
P:B
g2 gf e2 d2|e2 ed c2 B2|A2 AB c2 e2|d4 d2 B2|
c2 cd e2 c2|B2 Bc d2 B2|A2 AG F2 A2|D4 D4||
P:A
G2 AB c2 BA|G2 B2 d2 B2|c2 cB A2 AG|F2 A2 D2 D2|
G2 AB c2 BA|G2 B2 d2 g2|f2 d2 c2 A2|G6|]
V:2 name="Double Bass" clef=bass octave=-1
D2|:B,C B,C D2 D2|DC B,A, B,2 C2|B,2 CB, D2 D2|CD A,B, C2 A,2|
A,C B,D C2 D2|CB, CA, G,2 B,2|B,D CA, B,2 D2|1 G,2 A,2 G,2 D2:|2 G,4 G,4||
DC B,C D2 B,2|CB, CD B,2 A,2|B,C DC B,2 C2|D4 B,2 C2|CD B,C A,2 C2|B,C B,A, D2 B,2|A,B, CB, D2 C2|D4 D4||
B,C B,C D2 D2|DC B,A, B,2 C2|B,2 CB, D2 D2|CD A,B, C2 A,2|
A,C B,D C2 D2|CB, CA, G,2 B,2|B,D CA, B,2 D2|G,6|]
`;

test.describe.configure({ mode: 'serial' });

test('four lessons are planned, a step is moved, a group is apart, and it is taught', async ({ page }) => {
    await signIn(page);
    await page.goto('/library/new');
    await page.locator('#abc').fill(TUNE);
    await page.getByRole('button', { name: 'Read the tune' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Lock Keeper' })).toBeVisible();
    await page.goto('/classes/new');
    await page.getByLabel('Name', { exact: true }).fill('Lock House Two');
    await page.getByLabel('Year of playing').selectOption({ label: 'Year 2' });
    for (const [group, players] of [
        ['Violins', '9'],
        ['Violas', '3'],
        ['Cellos', '4'],
        ['Basses', '1'],
    ]) {
        await page.getByLabel(group).fill(players);
    }
    await page.getByLabel('Tuesday').fill('09:40');
    await page.getByLabel('Friday').fill('11:05');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Lock House Two' })).toBeVisible();

    await openPiece(page, "Lock Keeper's Kettle");
    await page.locator('[data-cut-query] [name=for]').selectOption({ label: 'Lock House Two' });
    await expect(page.locator('.build')).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expect(page.locator('.plan-sum')).toContainText('4 lessons');
    await page.getByRole('button', { name: 'Build a sequence' }).click();
    await expect(page.locator('.sequence-head')).toContainText('4 lessons, the whole at 96');
    const rows = page.locator('.lesson-row');
    await expect(rows).toHaveCount(4);

    // A group that would hold the rest back: apart, then waited for, then apart again by undo.
    await expect(page.locator('.held')).toContainText('Basses have two minutes of their own');
    const today = page.locator('[data-steps="1"]');
    await expect(today.locator('.group')).toContainText('Basses · others:');
    await page.locator('#aim-slow').selectOption('wait');
    await expect(page.locator('.sequence-head')).toContainText('out of reach');
    await expect(page.locator('.offers')).toContainText('The slow group apart, two minutes a lesson: 4 lessons');
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.locator('.held')).toContainText('Basses have two minutes of their own');

    // What is new to the class is said, tapped, plucked and bowed first, and so is all that is learned if the teacher likes.
    const learn = today.locator('[data-step]').first();
    const rounds = [/^\d+(–\d+)? say$/, 'tap fingers', 'pluck', 'bow'];
    await expect(learn.locator('.rounds span')).toHaveText([...rounds, ...rounds]);
    await page.locator('#aim-contact').selectOption('bow');
    await expect(learn.locator('.rounds span')).toHaveCount(0);
    await page.locator('#aim-contact').selectOption('say');
    await expect(learn.locator('.rounds span')).toHaveText([...rounds, ...rounds]);

    // By the keys: the second step to the next lesson; its join goes with it.
    const second = today.locator('[data-step]').nth(1);
    const name = await second.locator('.step-title').textContent();
    await second.locator('.step-menu summary').focus();
    await page.keyboard.press('Enter');
    await second.getByRole('button', { name: 'To the next lesson' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.locator('[data-steps="2"]')).toContainText(name);
    await expect(today.locator('[data-step]').filter({ hasText: name })).toHaveCount(0);

    // The music of a warm-up when the pointer is on it, of a chunk when the focus is.
    const music = page.getByRole('region', { name: 'The music of the step' });
    const notes = music.locator('svg.engraved');
    await today.getByRole('button', { name: /^Open strings/ }).hover();
    await expect(notes).toBeVisible({ timeout: 30_000 });
    await notes.hover();
    await page.waitForTimeout(400);
    await expect(notes).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(music).toBeHidden();
    const first = today.getByRole('button', { name: /^Learn/ }).first();
    await first.focus();
    await expect(notes).toBeVisible();
    await expect(music.locator('p')).toContainText(/\d: [A-G]/);
    await page.keyboard.press('Tab');
    await expect(music).toBeHidden();
    await page.keyboard.press('Escape');

    await page.getByText('Compare the methods by lessons and minutes').click();
    await expect(page.locator('.methods-table tbody tr')).toHaveCount(6);
    await expect(page.locator('.methods-table .chosen')).toContainText('Forward and joined');
});

test('the lesson has rounds, a miss and a break, and the next one goes on from it', async ({ page }) => {
    await signIn(page);
    await page.goto('/classes');
    await page.getByRole('link', { name: 'Lock House Two' }).click();
    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    const planned = await page.locator('[data-steps="1"] .step-title').allTextContents();
    await page.getByRole('button', { name: 'Start the lesson' }).click();
    await expect(page.locator('.stave .words')).toContainText('Hold check');

    await chooseStep(
        page,
        planned.find((title) => title.startsWith('Open strings')),
    );
    await expect(page.locator('.stave svg.engraved')).toBeVisible({ timeout: 30_000 });
    await page.keyboard.press('c');
    await page.keyboard.press('c');

    const group = planned.find((title) => /^Learn \d+\.\d/.test(title));
    await chooseStep(page, group);
    await expect(page.locator('[data-room=who]')).toHaveText('Basses');
    await expect(page.locator('[data-room=others]')).toContainText('The others');
    await expect(page.locator('[data-room=parts] option:checked')).toHaveText(/bass/i);

    const first = planned.find((title) => title.startsWith('Learn 0'));
    await chooseStep(page, first);
    await expect(page.locator('[data-room=who]')).toBeHidden();
    await expect(page.locator('[data-room=parts] option:checked')).toHaveText('Violin');
    const rounds = page.locator('[data-room=rounds] li');
    const place = [/say$/, 'tap fingers', 'pluck', 'bow'];
    await expect(rounds).toHaveText([...place, ...place]);
    await expect(page.locator('[data-room=prompt] .mode')).toContainText('Say the fingers, in time: ');
    const modes = ['Tap the fingers on the strings', 'Pluck it', 'Bow it'];
    for (const next of [...modes, 'Say the fingers, in time', ...modes]) {
        await page.keyboard.press('c');
        await expect(page.locator('[data-room=prompt] .mode')).toContainText(next);
    }
    await page.keyboard.press('z');
    await expect(page.locator('[data-room=prompt] .mode')).toContainText('Pluck it');
    await page.keyboard.press('PageDown');
    await page.keyboard.press('PageDown');
    await expect(page.locator('[data-room=rounds]')).toBeHidden();
    const bpm = page.locator('[data-room=bpm]');
    const start = Number(await bpm.textContent());
    await page.keyboard.press('c');
    await expect(bpm).not.toHaveText(String(start));
    const above = Number(await bpm.textContent());
    await page.keyboard.press('x');
    await page.keyboard.press('v');
    // Easier, fuller, and as it is written again.
    await expect(page.locator('[data-room=version]')).toHaveText('open string for fourth finger');
    await page.keyboard.press('v');
    await expect(page.locator('[data-room=version]')).toHaveText('from memory');
    await page.keyboard.press('v');
    await expect(page.locator('[data-room=version]')).toBeHidden();

    await chooseStep(page, 'Break');
    await expect(page.locator('[data-break-clock]')).toHaveText(/^0:(30|29|28)$/);
    await expect(page.locator('[data-room=saved]')).toHaveText('all saved', { timeout: 15_000 });
    await page.keyboard.press('e');
    await expect(page.getByRole('heading', { level: 1, name: 'End of the lesson' })).toBeVisible();
    await expect(page.getByRole('row', { name: new RegExp(first) })).toContainText(`on tread ${above}`);
    await page.getByRole('button', { name: 'Accept and finish' }).click();

    await page.locator('section[aria-labelledby=sequences-title]').getByRole('link').first().click();
    await expect(page.locator('.lesson-row.taught')).toHaveCount(1);
    const again = page.locator('[data-steps="2"] [data-step]').first();
    await expect(again).toContainText(first);
    await expect(again).toContainText(`stopped at ${above} last time`);
    await expect(again.locator('.rounds span'), 'it was played before').toHaveCount(0);
    const treads = await again.locator('.treads > span').first().textContent();
    expect(parseInt(treads, 10)).toBeLessThanOrEqual(start);
});
