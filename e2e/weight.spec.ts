import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { crc32, deflateSync } from 'node:zlib';
import type { APIRequestContext } from '@playwright/test';
import { begin } from './hand';
import { test, type Server } from './server';

/** A PNG of noise, which no packing makes smaller: the dearest photo that is taken. */
function noise(w: number, h: number): Buffer {
  const chunk = (name: string, body: Buffer) => {
    const named = Buffer.concat([Buffer.from(name, 'latin1'), body]);
    const out = Buffer.alloc(body.length + 12);
    out.writeUInt32BE(body.length);
    named.copy(out, 4);
    out.writeUInt32BE(crc32(named), body.length + 8);
    return out;
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(w);
  head.writeUInt32BE(h, 4);
  head[8] = 8;
  head[9] = 2;
  const rows = Buffer.concat(Array.from({ length: h }, () => Buffer.concat([Buffer.from([0]), randomBytes(3 * w)])));
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk('IHDR', head), chunk('IDAT', deflateSync(rows, { level: 0 })), chunk('IEND', Buffer.alloc(0))]);
}

/** Four adjusters over forty readings that pull every way. */
const coupled = () => ({
  aim: 'centre',
  adjusters: Array.from({ length: 4 }, (_, i) => ({ id: `a${i}`, step: 0.01, min: -0.88, max: 0.88 })),
  readings: Array.from({ length: 40 }, (_, i) => ({ id: `r${i}`, now: Math.random() * 4 - 2, min: -1, max: 1 })),
  influence: Array.from({ length: 40 }, () => Array.from({ length: 4 }, () => Math.random() - 0.5)),
});

const most = (server: Server) => Math.round(Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))?.[1]) / 1024);

/** What happens at once, the longest that bays took meanwhile, and how often each answer came. */
async function meanwhile(request: APIRequestContext, server: Server, what: string, all: Promise<{ status: () => number }>[]) {
  let on = true;
  const slowest = (async () => {
    let ms = 0;
    while (on) {
      const from = performance.now();
      await request.get(`${server.url}/api/v1/bays`);
      ms = Math.max(ms, performance.now() - from);
    }
    return ms;
  })();
  const from = performance.now();
  const said = (await Promise.all(all)).map((r) => r.status());
  const took = performance.now() - from;
  on = false;
  const counts = [...new Set(said)].map((s) => `${said.filter((x) => x === s).length} × ${s}`).join(', ');
  console.log(
    `${what}: ${counts} in ${(took / 1000).toFixed(1)} s; bays ${Math.round(await slowest)} ms at most; memory ${most(server)} MB at most`,
  );
}

test('the server under what is made to cost', async ({ page, server }) => {
  test.setTimeout(600_000);
  const { request } = page;
  const id = await begin(page, server, 'teal', 'lower');
  await meanwhile(request, server, 'quiet', [new Promise((done) => setTimeout(done, 2000, { status: () => 200 }))]);
  const dear = Array.from({ length: 10 }, () => request.post(`${server.url}/api/v1/calc/coupled`, { data: coupled() }));
  await meanwhile(request, server, 'ten of the dearest sums at once', dear);
  const taken: string[] = [];
  for (let i = 0; i < 60; i++) {
    const kept = await request.post(`${server.url}/api/v1/runs/${id}/photos`, { data: noise(1600, 1200), timeout: 120_000 });
    taken.push(((await kept.json()) as { sha256: string }).sha256);
  }
  console.log(`sixty photos of 6 MB, one after the other: memory ${most(server)} MB at most`);
  let seq = 0;
  for (const sha256 of taken) {
    const data = {
      id: crypto.randomUUID(),
      after: seq++,
      kind: 'photo',
      by: 'Ines',
      at: new Date().toISOString(),
      body: { sha256, stage: '' },
    };
    await request.post(`${server.url}/api/v1/runs/${id}/events`, { data });
  }
  const leave = (path: string) =>
    Array.from({ length: 6 }, () => request.get(`${server.url}/api/v1/runs/${id}/${path}`, { timeout: 300_000 }));
  await meanwhile(request, server, 'its chain six times at once', leave('chain.json'));
  await meanwhile(request, server, 'its record six times at once', leave('record.pdf'));
  const photo = noise(1700, 1700);
  const sent = Array.from({ length: 60 }, () => request.post(`${server.url}/api/v1/runs/${id}/photos`, { data: photo, timeout: 300_000 }));
  await meanwhile(request, server, 'sixty photos of 9 MB at once', sent);
});
