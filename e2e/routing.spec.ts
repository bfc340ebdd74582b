import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './server';

test('a cable’s path is typed, dragged and ordered; the address carries it', async ({ page, server }) => {
  await page.goto(`${server.url}/bench/cable-order`);
  await page.getByRole('link', { name: 'Lay the path out' }).click();
  await page.getByLabel('length of straight 1, mm').fill('1 m');
  const follows = page.getByRole('region', { name: 'What follows' });
  await expect(follows).toContainText('Order 1000 mm');
  await page.getByRole('button', { name: '+ bend' }).click();
  await page.getByLabel('radius of bend 2, mm').fill('100');
  await page.getByRole('button', { name: '+ straight piece' }).click();
  await page.getByLabel('length of straight 3, mm').fill('500');
  await expect(follows).toContainText('Path 1657 mm, bends 90° together.');
  await page.getByLabel('least radius, mm').fill('150');
  await expect(follows).toContainText('Tightest is bend 1, radius 100 mm; the cable wants 150 mm.');
  await page.getByLabel('radius of bend 2, mm').fill('wide');
  await expect(page.getByRole('alert').filter({ hasText: 'wide' })).toBeVisible();
  await expect(follows.getByText('Mend what is marked first.')).toBeVisible();
  await page.getByLabel('radius of bend 2, mm').fill('150');
  await page.getByLabel('lengths in stock').fill('1500, 1700, 2000');
  await expect(follows).toContainText('Order 2000 mm');

  // a small ring on the straight piece makes a new bend where it is let go
  const ring = page.getByRole('button', { name: 'a new bend before corner 1, from above' });
  const at = await ring.boundingBox();
  if (!at) throw new Error('the ring is not on the page');
  const [x, y] = [at.x + at.width / 2, at.y + at.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 10, y - 60, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByLabel('angle of bend 4, degrees')).toBeVisible();
  await expect(follows).toContainText('bends 1');
  const bends = page.getByLabel(/^angle of bend/);
  await expect(bends).toHaveCount(2);
  // the drag may still be arriving: what the address says and the field shows are asked together, until they agree
  const carried = async () => {
    const [angle, address] = [await bends.first().inputValue(), decodeURIComponent(page.url())];
    return address.includes(`"angle":"${angle}"`) ? angle : 'not yet in the address';
  };
  await expect.poll(carried).not.toBe('not yet in the address');
  const first = await carried();
  await page.getByRole('button', { name: /^corner 1, from above/ }).press('ArrowDown');
  await expect(bends.first(), 'an arrow moves a corner').not.toHaveValue(first);
  await expect.poll(carried).not.toBe('not yet in the address');
  const moved = await bends.first().inputValue();
  await page.reload();
  await expect(bends.first(), 'a reload keeps what was moved').toHaveValue(moved);
  await expect(bends).toHaveCount(2);
  await page.getByRole('button', { name: '+ part beside it' }).click();
  await page.getByLabel('name of part 1').fill('exhaust hose');
  await page.getByLabel('how far part 1 is to be kept, mm').fill('80');
  await page.getByLabel('how far part 1 is, mm').fill('55');
  await expect(follows).toContainText('exhaust hose: 55 mm away: 25 mm too near.');
  await page.getByRole('button', { name: '+ the loop that steering needs' }).click();
  await page.getByLabel('clamp from the pivot, along the boat, mm').fill('500');
  await page.getByLabel('clamp from the pivot, to the left, mm').fill('300');
  await page.getByLabel('hold ahead of the pivot, mm').fill('150');
  await expect(follows).toContainText('The loop adds 79 mm');

  const slip = await follows.getByRole('link', { name: 'Order slip' }).getAttribute('href');
  const paper = await page.request.get(`${server.url}${slip ?? ''}`);
  expect(paper.headers()['content-type']).toBe('application/pdf');
  for (const theme of ['day', 'lamp']) {
    if (theme === 'lamp') await page.getByRole('button', { name: 'lamp' }).click();
    expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
  }
  await page.getByRole('button', { name: 'take out bend 2' }).click();
  await expect(bends).toHaveCount(1);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(bends, 'what was taken out comes back').toHaveCount(2);
});

test('a run that stops for a cable leads to its length, and back', async ({ page, server }) => {
  await page.goto(`${server.url}/run/2026-11-dunlin`);
  await page.getByRole('link', { name: 'Work out a cable’s length' }).click();
  await expect(page.getByText('Dunlin').first()).toBeVisible();
  await page.getByLabel('length of straight 1, mm').fill('2400');
  const slip = await page.getByRole('link', { name: 'Order slip' }).getAttribute('href');
  expect(decodeURIComponent(slip ?? '')).toContain('2026-11-dunlin');
  await page.getByRole('link', { name: 'back to the run' }).click();
  await expect(page).toHaveURL(/run\/2026-11-dunlin/);
});
