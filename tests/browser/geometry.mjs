// Faults of layout, found by measuring: what runs over the side, text that is cut off, text that lies on text, elements that jump while loading.
// Runs inside a page; returns lines such as "clipped: h2 “Services and …”".
export const measure = () => {
  const found = [], seen = (el) => { const s = getComputedStyle(el); return s.visibility !== 'hidden' && s.display !== 'none' && Number(s.opacity) > .05; };
  const hidden = (el) => el.closest('.vh,.skip,[hidden],noscript,svg,script,style') || !el.checkVisibility?.({ checkOpacity: true, checkVisibilityCSS: true });
  const say = (el) => `${el.closest('section,header,footer')?.className.split(' ').slice(0, 2).join('.') ?? ''} ${el.localName} “${el.textContent.trim().replace(/\s+/g, ' ').slice(0, 40)}”`;
  const over = document.documentElement.scrollWidth - innerWidth;
  if (over > 0) found.push(`over the side by ${over} px`);
  const runs = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let n = walker.nextNode(); n; n = walker.nextNode()) {
    const el = n.parentElement;
    if (!n.data.trim() || hidden(el) || !seen(el)) continue;
    const range = document.createRange();
    range.selectNodeContents(n);
    for (const r of range.getClientRects()) {
      if (r.width < 2 || r.height < 4) continue;
      // What stands wholly to the left is out of sight on purpose: the field that only machines fill in.
      if (r.right < 0) continue;
      if (r.right > innerWidth + 1 || r.left < -1) found.push(`over the side: ${say(el)}`);
      // A line box is taller than its letters; those take about the middle seven tenths.
      runs.push({ el, x1: r.left, x2: r.right, y1: r.top + r.height * .2, y2: r.bottom - r.height * .16 });
    }
    // Cut off by a box that hides what runs over it.
    for (let box = el; box && box !== document.body; box = box.parentElement) {
      const s = getComputedStyle(box);
      if (!/(hidden|clip)/.test(s.overflowX + s.overflowY)) continue;
      const b = box.getBoundingClientRect();
      for (const r of range.getClientRects()) if (r.width > 2 && (r.right > b.right + 2 || r.left < b.left - 2 || r.bottom > b.bottom + r.height * .35 || r.top < b.top - r.height * .35)) { found.push(`clipped: ${say(el)}`); break; }
      break;
    }
  }
  runs.sort((a, b) => a.y1 - b.y1);
  for (let i = 0; i < runs.length; i++)
    for (let k = i + 1; k < runs.length && runs[k].y1 < runs[i].y2; k++) {
      const a = runs[i], b = runs[k];
      if (a.el === b.el || a.el.contains(b.el) || b.el.contains(a.el)) continue;
      const w = Math.min(a.x2, b.x2) - Math.max(a.x1, b.x1), h = Math.min(a.y2, b.y2) - Math.max(a.y1, b.y1);
      if (w > 2 && h > 2) found.push(`on one another: ${say(a.el)} and ${say(b.el)}`);
    }
  return [...new Set(found)].slice(0, 6);
};
