import { Apprentice, begins, practise } from './apprentice';
import { Hand, view } from './hand';
import { expect, signIn, test } from './server';

test.use({ viewport: { width: 390, height: 844 } });

test('an exercise done well, by thumb: looked, pulled, held, signed, and all of it truly so', async ({ page, server, browser }) => {
  await signIn(page, server.url, 'Tobin');
  const id = await begins(page, server, 'Ahead ratchets');
  await expect(page.getByText('Practice, on no record')).toBeVisible();
  await expect(page.getByLabel('the owner’s words')).not.toHaveValue('');
  await practise(new Apprentice(page), server, id, (v) => v.advice.do === 'sign');
  await page.getByLabel('what it was').selectOption({ label: 'shift cable set too short' });
  await page.getByRole('button', { name: /^Sign as/ }).click();
  await page.getByRole('button', { name: 'see how it went' }).click();
  await expect(page.getByRole('heading', { name: 'It is right, and so is the way.' })).toBeVisible();
  await expect(page.getByText('100 of 100')).toBeVisible();
  await expect(page.getByText(/this was hidden: Shift cable set too short/)).toBeVisible();
  // passed on by its link, somebody else finds the same rig
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.getByRole('button', { name: 'copy the link' }).click();
  await expect(page.getByText('whoever opens it finds the same rig')).toBeVisible();
  const link = await page.evaluate(() => navigator.clipboard.readText());
  const seed = /seed=(\d+)/.exec(link)?.[1] ?? 'none';
  const other = await browser.newPage();
  await signIn(other, server.url, 'Maud');
  await other.goto(link);
  const passed = other.getByRole('region', { name: 'Passed on' });
  await expect(passed).toContainText('Ahead ratchets');
  await passed.getByRole('button', { name: 'Begin this one' }).click();
  await other.getByRole('button', { name: 'end it' }).click();
  await other.getByRole('button', { name: 'Stop here, see how it went' }).click();
  await expect(other.getByText(`seed ${seed} `)).toBeVisible();
  await other.goto(link.replace(seed, '99999999'));
  await passed.getByRole('button', { name: 'Begin this one' }).click();
  await expect(other.getByText(/write a whole number from 0 to/)).toBeVisible();
  await other.goto(link.replace(/exercise=[^&]+/, 'exercise=none'));
  await expect(other.getByText(/is none that is here for you/)).toBeVisible();
  await other.close();
  // it is over, and on no record
  await page.goto(`${server.url}/run/${id}`);
  await expect(page.getByRole('link', { name: 'how it went' })).toBeVisible();
  await page.goto(`${server.url}/record/${id}`);
  await expect(page.getByText(/on no record/)).toBeVisible();
});

test('an exercise done badly: a good number on a worn part, told where it parted, and begun again from there', async ({
  page,
  server,
  browser,
}) => {
  await signIn(page, server.url, 'Tobin');
  const id = await begins(page, server, 'It slips on the hill');
  await practise(new Hand(page), server, id); // taps everything, and looks at nothing
  await page.getByRole('button', { name: 'see how it went' }).click();
  await expect(page.getByRole('heading', { name: 'You set a good number on a worn part.' })).toBeVisible();
  await expect(page.getByText('■ here you parted')).toBeVisible();
  await expect(page.getByText(/tapped without looking/).first()).toBeVisible();
  await expect(page.getByRole('region', { name: 'One habit' })).toContainText('Look at what wears before you set.');
  await page.getByRole('button', { name: 'Again, from where you parted' }).click();
  await page.waitForURL((url) => url.pathname.startsWith('/run/practice-') && !url.pathname.endsWith(id));
  const again = page.url().replace(/.*\/run\//, '');
  expect((await view(page, server, again)).advice.do).toBe('check');

  // this time it is seen, and stopped for
  const hand = new Apprentice(page);
  await practise(hand, server, again, (v) => v.advice.choices.some((c) => c.choice === 'repair' && c.argued) || v.advice.do === 'move');
  await page.getByRole('button', { name: 'end it' }).click();
  await page.getByLabel(/what is wrong/).selectOption({ label: 'lining worn' });
  await page.getByRole('button', { name: 'Stop here, see how it went' }).click();
  await expect(page.getByRole('heading', { name: 'You found what no setting cures.' })).toBeVisible();
  // a lead sees it, and nobody else
  const one = await browser.newPage();
  await signIn(one, server.url, 'Ines');
  await one.goto(`${server.url}/practice`);
  await one.getByLabel('whose habits').selectOption({ label: 'Tobin' });
  await expect(one.getByRole('region', { name: 'Somebody’s habits' }).getByRole('img', { name: 'lost in 1 of 2' }).first()).toBeVisible();
  await signIn(one, server.url, 'Maud');
  await one.goto(`${server.url}/practice`);
  await expect(one.getByRole('button', { name: 'Surprise me' })).toBeVisible();
  await expect(one.getByLabel('whose habits')).toHaveCount(0);
  await one.close();
  // two of them make a habit that is seen, and gone with one tap
  await page.goto(`${server.url}/practice`);
  const habits = page.getByRole('region', { name: 'Your habits' });
  await expect(habits.getByRole('img', { name: 'lost in 1 of 2' }).first()).toBeVisible();
  await habits.getByRole('button', { name: 'forget all I practised' }).click();
  await expect(habits.getByText('They are seen here after the first exercise.')).toBeVisible();
});

test('what would hurt somebody is not done, and fails it alone', async ({ page, server }) => {
  await signIn(page, server.url, 'Tobin');
  const id = await begins(page, server, 'Ahead ratchets');
  const hand = new Apprentice(page);
  await practise(hand, server, id, (v) => v.advice.do === 'check');
  await hand.how(/^key/).click();
  await page.getByRole('button', { name: /engine running/ }).click();
  await expect(page.getByText(/Stop\./).first()).toBeVisible();
  await page.getByRole('button', { name: 'end it' }).click();
  await page.getByRole('button', { name: 'Stop here, see how it went' }).click();
  await expect(page.getByRole('heading', { name: 'You could have been hurt.' })).toBeVisible();
  await expect(page.getByText('0 of 100')).toBeVisible();
});

test('whoever is not signed in practises the first grade, and nothing else is open', async ({ page, server }) => {
  await page.context().clearCookies();
  await page.goto(server.url);
  await page.getByRole('link', { name: 'practise a first setting, without an account' }).click();
  await expect(page.getByText('second grade')).toHaveCount(0);
  await page.getByRole('button', { name: 'Begin Ahead ratchets' }).first().click();
  await page.waitForURL(/\/run\/practice-/);
  const id = page.url().replace(/.*\/run\//, '');
  const hand = new Apprentice(page);
  const v = await practise(hand, server, id, (now) => now.advice.do === 'read');
  expect(v.advice.do).toBe('read');
  await page.reload();
  expect(await hand.does('look around')).toContain('Key out');
  await page.goto(server.url);
  await expect(page.getByText('Who is at the bench?')).toBeVisible();
});

test('a lead makes an exercise of a sheet, tries it, and hands it to one person', async ({ page, server }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await signIn(page, server.url, 'Ines');
  const hits = (await (await page.request.get(`${server.url}/api/v1/search?find=sheet+701`)).json()) as { to: string }[];
  await page.goto(server.url + (hits[0]?.to ?? ''));
  await page.getByRole('link', { name: 'An exercise of it' }).click();
  const faults = page.getByRole('group', { name: 'faults' });
  const make = page.getByRole('button', { name: 'Make it, and try it' });
  await make.click();
  await expect(page.getByText('choose at least one fault')).toBeVisible();
  // where it sits is tapped on the picture; what was chosen elsewhere stays in sight
  const places = page.getByRole('radiogroup', { name: 'where' });
  const last = places.getByRole('radio').last();
  const mark = (await last.innerText()).split(' ')[0] ?? '';
  await page
    .getByRole('img')
    .first()
    .locator('g', { has: page.locator('text', { hasText: new RegExp(`^${mark}$`) }) })
    .last()
    .click();
  await expect(last).toBeChecked();
  await faults.getByRole('button').first().click();
  const chosen = await faults.getByRole('button').first().innerText();
  await places.getByRole('radio').first().click();
  await expect(faults.getByRole('button', { name: chosen.replace(/^\S+\s+/, '') })).toHaveAttribute('aria-pressed', 'true');
  await make.click();
  await expect(page.getByText('say it in 1 to 400 letters').first()).toBeVisible();
  await page.getByLabel('its title: the complaint in few words').fill('Both idle');
  await page.getByLabel('the complaint, in the owner’s words').fill('It is not as it was.');
  await page.getByLabel('what is to be learnt, told in the end').fill('Look first.');
  await page.getByLabel('what it leads to, set wrong').fill('It does not last.');
  await make.click();
  await page.waitForURL(/\/run\/practice-/);
  await expect(page.getByText('Practice, on no record')).toBeVisible();

  await page.goto(`${server.url}/practice`);
  await page.getByLabel('for whom: Both idle').selectOption({ label: 'for Tobin' });
  await signIn(page, server.url, 'Maud');
  await page.goto(`${server.url}/practice`);
  await expect(page.getByRole('button', { name: 'Surprise me' })).toBeVisible();
  await expect(page.getByText('“Both idle”')).toHaveCount(0);
  await signIn(page, server.url, 'Tobin');
  await page.goto(`${server.url}/practice`);
  await expect(page.getByText('“Both idle”')).toBeVisible();
});
