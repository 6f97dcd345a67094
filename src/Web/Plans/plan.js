// The site map: pan, zoom, fit, and dragging. Everything it does can be done with links, buttons and keys too.
const svg = document.getElementById('map');
if (svg) {
  const W = Number(svg.dataset.w),
    H = Number(svg.dataset.h),
    key = `map ${svg.dataset.site}`;
  let view = null;
  try {
    view = JSON.parse(sessionStorage.getItem(key));
  } catch {
    view = null;
  }
  const ratio = () => svg.clientHeight / Math.max(1, svg.clientWidth);
  const set = (x, y, w) => {
    w = Math.min(Math.max(w, 160), Math.max(W, H / ratio()) * 1.6);
    const h = w * ratio();
    view = { x: Math.min(Math.max(x, -w * 0.7), W - w * 0.3), y: Math.min(Math.max(y, -h * 0.7), H - h * 0.3), w };
    svg.setAttribute('viewBox', `${view.x.toFixed(1)} ${view.y.toFixed(1)} ${w.toFixed(1)} ${h.toFixed(1)}`);
    sessionStorage.setItem(key, JSON.stringify(view));
  };
  const fit = () => {
    const w = Math.max(W, H / ratio());
    set((W - w) / 2, 0, w);
  };
  const wide = () => set(0, 0, Math.min(W, 1100));
  const zoom = (by, cx = 0.5, cy = 0.5) => {
    const w = view.w * by,
      h = ratio();
    set(view.x + (view.w - w) * cx, view.y + (view.w - w) * h * cy, w);
  };
  const into = (el, lead = 40) => {
    const box = el.closest('.sheetg') ?? el,
      m = box.transform.baseVal.consolidate().matrix,
      r = box.querySelector('.paper').getBBox();
    set(m.e + r.width / 2 - view.w / 2, m.f - lead, view.w);
  };
  if (view?.w) set(view.x, view.y, view.w);
  else wide();
  new ResizeObserver(() => set(view.x, view.y, view.w)).observe(svg);

  document.addEventListener('click', (e) => {
    const b = e.target.closest?.('[data-zoom],[data-links]');
    if (!b) return;
    if (b.dataset.links !== undefined) {
      b.setAttribute('aria-pressed', String(svg.classList.toggle('alllinks')));
      return;
    }
    if (b.dataset.zoom === 'in') zoom(0.8);
    else if (b.dataset.zoom === 'out') zoom(1.25);
    else if (b.dataset.zoom === 'fit') fit();
    else {
      const cur = svg.querySelector('.sheetg.cur');
      if (cur) {
        if (view.w > 900) set(view.x, view.y, 760);
        into(cur);
      }
    }
  });
  svg.addEventListener(
    'wheel',
    (e) => {
      e.preventDefault();
      const r = svg.getBoundingClientRect();
      if (e.ctrlKey || e.metaKey) zoom(e.deltaY > 0 ? 1.1 : 0.91, (e.clientX - r.left) / r.width, (e.clientY - r.top) / r.height);
      else set(view.x + (e.deltaX * view.w) / r.width, view.y + (e.deltaY * view.w) / r.width, view.w);
    },
    { passive: false },
  );
  // What comes into focus comes into view.
  svg.addEventListener('focusin', (e) => {
    const r = svg.getBoundingClientRect(),
      b = e.target.getBoundingClientRect(),
      k = view.w / r.width;
    if (b.top < r.top + 8 || b.bottom > r.bottom - 8) set(view.x, view.y + (b.top - r.top - r.height / 3) * k, view.w);
    if (b.left < r.left || b.right > r.right) set(view.x + (b.left - r.left - r.width / 3) * k, view.y, view.w);
  });

  const at = (e) => {
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.getScreenCTM().inverse());
    return p;
  };
  const form = document.getElementById('dropform');
  const send = (handler, values) => {
    for (const [k, v] of Object.entries(values)) form.elements[k].value = v;
    form.action = `?handler=${handler}`;
    form.submit();
  };
  let drag = null;
  svg.addEventListener('pointerdown', (e) => {
    if (e.button !== 0) return;
    const sec = e.target.closest('.sec'),
      page = e.target.closest('.pagea');
    drag = { sec, page, x: e.clientX, y: e.clientY, from: { ...view }, moved: false, id: e.pointerId };
  });
  svg.addEventListener('dragstart', (e) => e.preventDefault());
  svg.addEventListener('pointermove', (e) => {
    if (!drag) return;
    const far = Math.hypot(e.clientX - drag.x, e.clientY - drag.y);
    if (!drag.moved && far < 6) return;
    if (!drag.moved) {
      drag.moved = true;
      svg.setPointerCapture(drag.id);
      svg.classList.add(drag.sec || drag.page ? 'dragging' : 'panning');
    }
    if (!drag.sec && !drag.page) {
      const k = view.w / svg.clientWidth;
      set(drag.from.x - (e.clientX - drag.x) * k, drag.from.y - (e.clientY - drag.y) * k, view.w);
      return;
    }
    drag.target = drag.sec ? placeFor(at(e)) : railFor(at(e));
    show(drag.target);
  });
  const stop = (e) => {
    if (!drag) return;
    const d = drag;
    drag = null;
    svg.classList.remove('dragging', 'panning');
    show(null);
    if (!d.moved) return;
    // The click that follows a drag opens nothing.
    const swallow = (c) => {
      c.preventDefault();
      c.stopPropagation();
    };
    svg.addEventListener('click', swallow, { capture: true });
    setTimeout(() => svg.removeEventListener('click', swallow, { capture: true }), 0);
    if (e.type === 'pointercancel' || !d.target) return;
    if (d.sec) send('PlaceSection', { section: d.sec.dataset.section, to: d.target.page, index: d.target.index });
    else send('PlacePage', { leaf: d.page.closest('.sheetg').dataset.page, index: d.target.index });
  };
  svg.addEventListener('pointerup', stop);
  svg.addEventListener('pointercancel', stop);
  document.addEventListener('keydown', (e) => {
    if (e.key === 'Escape' && drag) {
      drag.target = null;
      stop({ type: 'pointercancel' });
    }
  });

  const sheets = () =>
    [...svg.querySelectorAll('.sheetg')].map((g) => {
      const m = g.transform.baseVal.consolidate().matrix,
        r = g.querySelector('.paper').getBBox();
      return { g, page: g.dataset.page, x: m.e, y: m.f, w: r.width, h: r.height };
    });
  function placeFor(p) {
    const sheet = sheets().find((s) => p.x > s.x - 12 && p.x < s.x + s.w + 12 && p.y > s.y - 20 && p.y < s.y + s.h + 24);
    if (!sheet) return null;
    const rows = [...sheet.g.querySelectorAll('.sec')]
      .filter((r) => r !== drag.sec)
      .map((r) => ({ r, y: sheet.y + r.transform.baseVal.consolidate().matrix.f, h: r.querySelector('.hit').getBBox().height }));
    const index = rows.filter((r) => r.y + r.h / 2 < p.y).length;
    const line = index < rows.length ? rows[index].y - 2 : rows.length ? rows.at(-1).y + rows.at(-1).h + 2 : sheet.y + 52;
    return { page: sheet.page, index, line: [sheet.x - 4, line, sheet.x + sheet.w + 4, line] };
  }
  function railFor(p) {
    const own = drag.page.closest('.sheetg').dataset.page,
      all = sheets(),
      others = all.filter((s) => s.page !== own);
    const row = others.filter((s) => Math.abs(s.y - [...others].sort((a, b) => Math.abs(a.y - p.y) - Math.abs(b.y - p.y))[0].y) < 2);
    if (!row.length) return null;
    const next = row.find((s) => s.x + s.w / 2 > p.x) ?? null,
      last = row.at(-1);
    const order = [...document.querySelectorAll('.sheetg')].map((g) => g.dataset.page);
    const without = svg.dataset.order ? svg.dataset.order.split(' ').filter((x) => x !== own) : order.filter((x) => x !== own);
    const index = next ? without.indexOf(next.page) : without.indexOf(last.page) + 1;
    const x = next ? next.x - 18 : last.x + last.w + 18;
    return { index, line: [x, (next ?? last).y - 24, x, (next ?? last).y + 60] };
  }
  function show(target) {
    let mark = svg.querySelector('.dropmark');
    if (!target) {
      mark?.remove();
      return;
    }
    if (!mark) {
      mark = document.createElementNS('http://www.w3.org/2000/svg', 'path');
      mark.setAttribute('class', 'dropmark');
      svg.append(mark);
    }
    mark.setAttribute('d', `M${target.line[0]} ${target.line[1]}L${target.line[2]} ${target.line[3]}`);
  }
}
