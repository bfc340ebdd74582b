// A screen on the wall: it sees what is entered at the bench, and nothing can be entered at it.
import { expect, Mechanic, Server, states, test } from './server';

test('a wall follows what is entered at the bench and offers nothing to do', async ({ page, server, context }) => {
  const m = new Mechanic(page);
  await m.toFound(server);
  const shows = new Server(server.database, '127.0.0.1:0', '15m', ['--show']);
  await shows.start();
  try {
    const wall = await context.newPage(); // signed in where entries are taken, under the same name of the host
    await wall.goto(shows.url);
    const teal = wall.getByRole('region', { name: 'Launch Teal' });
    await expect(teal.getByRole('button', { name: 'Look' })).toBeVisible();
    await expect(wall.getByRole('button', { name: /Carry on|Set/ })).toHaveCount(0);
    await teal.getByRole('button', { name: 'Look' }).click();
    await expect(wall.getByText('only shows')).toBeVisible();
    await expect(wall.getByRole('button', { name: states[0] ?? '' })).toBeDisabled();
    await expect(wall.getByRole('button', { name: 'Take the reading' })).toHaveCount(0);

    await m.read('139.4 mm', states);
    await m.says('threads in the barrel');
    await new Mechanic(wall).says('threads in the barrel');

    await wall.goto(`${shows.url}/practice`);
    await expect(wall.getByText('this server only shows what stands')).toBeVisible();
  } finally {
    await shows.stop();
  }
});
