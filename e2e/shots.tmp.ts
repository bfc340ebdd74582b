import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
/** One picture of several, side by side. */
export async function contact(page: Page, files: string[], out: string, w = 390, cols = 4) {
  const p = await page.context().newPage();
  await p.setViewportSize({ width: Math.min(cols, files.length) * (w + 8), height: 400 });
  await p.setContent(`<body style="margin:0;background:#888;display:flex;flex-wrap:wrap;gap:8px;align-items:flex-start">${files.map((f) => `<img width=${w} src="data:image/png;base64,${readFileSync(f).toString('base64')}">`).join('')}</body>`);
  await p.screenshot({ path: out, fullPage: true });
  await p.close();
}
