// What meets what in a drawing: every text against every other, against lines, arrows and bars, and against its edge.
import type { Page } from '@playwright/test';

export async function meetings(page: Page): Promise<string[]> {
  return await page.evaluate(() => {
    const out: string[] = [];
    const shrink = (r: DOMRect, by: number) => ({
      l: r.left + by,
      r: r.right - by,
      t: r.top + by + 2,
      b: r.bottom - by - 2,
    });
    type Edges = ReturnType<typeof shrink>;
    const meet = (a: Edges, b: Edges) => a.l < b.r && b.l < a.r && a.t < b.b && b.t < a.b;
    for (const svg of document.querySelectorAll<SVGSVGElement>('svg')) {
      const edge = svg.getBoundingClientRect();
      if (edge.width === 0) continue;
      const texts = [...svg.querySelectorAll<SVGTextElement>('text')]
        .filter((t) => t.textContent.trim() !== '')
        .map((t) => ({ says: t.textContent, box: shrink(t.getBoundingClientRect(), 1), node: t }));
      for (const [i, a] of texts.entries()) {
        if (a.box.l < edge.left - 1 || a.box.r > edge.right + 1 || a.box.t < edge.top - 2 || a.box.b > edge.bottom + 2)
          out.push(`“${a.says}” runs off the drawing`);
        for (const b of texts.slice(i + 1)) if (meet(a.box, b.box)) out.push(`“${a.says}” meets “${b.says}”`);
      }
      for (const shape of svg.querySelectorAll<SVGGeometryElement>('path, line, rect, circle')) {
        const to = shape.getScreenCTM();
        const style = getComputedStyle(shape);
        if (!to || shape.closest('defs') || (style.stroke === 'none' && style.fill === 'none')) continue;
        const long = shape.getTotalLength();
        const half = style.stroke === 'none' ? 0 : Number.parseFloat(style.strokeWidth) / 2;
        const hit = new Set<string>();
        for (let d = 0; d <= long; d += 2) {
          const p = shape.getPointAtLength(d).matrixTransform(to);
          for (const t of texts)
            if (p.x > t.box.l - half && p.x < t.box.r + half && p.y > t.box.t - half && p.y < t.box.b + half) hit.add(t.says);
        }
        for (const says of hit) out.push(`“${says}” meets a line (${shape.tagName} ${shape.getAttribute('d')?.slice(0, 30) ?? ''})`);
      }
    }
    return out;
  });
}
