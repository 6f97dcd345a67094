// One place to find every command of a page by its name; and the keys that work here.
const words = (el) =>
  (
    el.getAttribute('aria-label') ??
    ((/^(INPUT|SELECT|TEXTAREA)$/.test(el.tagName) && el.labels?.[0]?.textContent) ||
      [...el.childNodes]
        .filter((n) => n.nodeName !== 'KBD')
        .map((n) => n.textContent)
        .join(' ')
        .trim() ||
      el.getAttribute('title') ||
      el.getAttribute('placeholder')) ??
    ''
  )
    .replace(/\s+/g, ' ')
    .trim();
const keyName = (k) =>
  k
    .replace('ctrl+', 'Ctrl ')
    .replace('shift+', 'Shift ')
    .replace('arrowup', '↑')
    .replace('arrowdown', '↓')
    .replace('enter', '↵')
    .replace(/\b[a-z]\b/, (c) => c.toUpperCase());

/** Commands of the page: what has a key, the actions of the section in hand, the stations and the main menu. */
export function commands() {
  const seen = new Set(),
    all = [];
  const add = (el, where) => {
    if (el.disabled || seen.has(el) || el.closest('dialog') || el.closest('.gs:not(.cur)')) return;
    const name = el.dataset.go ? `Go to ${el.querySelector('.nm')?.firstChild?.textContent ?? words(el)}` : words(el);
    if (!name) return;
    seen.add(el);
    all.push({ name, where, el, key: el.dataset.key ? keyName(el.dataset.key) : el.dataset.go ? `G ${el.dataset.go.toUpperCase()}` : '' });
  };
  document
    .querySelectorAll('.gs.cur .tools button, .gs.cur .take button, .gs.cur .mg button')
    .forEach((el) => add(el, document.querySelector('.gs.cur .tag b')?.textContent ?? ''));
  document.querySelectorAll('[data-key]').forEach((el) => add(el, ''));
  document
    .querySelectorAll('main .gfoot button, main .gfoot a, main header a.btn, main header button, .subtabs a')
    .forEach((el) => add(el, ''));
  document.querySelectorAll('.track a[data-go]').forEach((el) => add(el, 'station'));
  document.querySelectorAll('.bar nav a').forEach((el) => add(el, 'menu'));
  return all;
}

export function openFinder() {
  let d = document.getElementById('finder');
  if (!d) {
    d = document.createElement('dialog');
    d.id = 'finder';
    d.setAttribute('aria-label', 'Find a command');
    d.innerHTML =
      '<input id="find-in" type="text" role="combobox" aria-expanded="true" aria-controls="find-list" aria-label="Which command" placeholder="what do you want to do" autocomplete="off"><ul id="find-list" role="listbox" aria-label="Commands"></ul>';
    document.body.append(d);
  }
  const input = d.querySelector('input'),
    list = d.querySelector('ul'),
    all = commands();
  let at = 0,
    hits = [];
  const draw = () => {
    const find = input.value.toLowerCase().split(/\s+/).filter(Boolean);
    hits = all.filter((c) => find.every((f) => `${c.name} ${c.where}`.toLowerCase().includes(f))).slice(0, 12);
    at = Math.min(at, Math.max(0, hits.length - 1));
    list.replaceChildren(
      ...hits.map((c, i) => {
        const li = document.createElement('li'),
          k = document.createElement('kbd'),
          w = document.createElement('span');
        li.id = `find-${i}`;
        li.setAttribute('role', 'option');
        li.setAttribute('aria-selected', String(i === at));
        w.textContent = c.where ? `${c.name} · ${c.where}` : c.name;
        li.append(w);
        if (c.key) {
          k.className = 'key';
          k.textContent = c.key;
          li.append(k);
        }
        li.onmousedown = (e) => {
          e.preventDefault();
          run(c);
        };
        return li;
      }),
    );
    if (!hits.length) {
      const li = document.createElement('li');
      li.className = 'lbl';
      li.textContent = 'No command of that name here.';
      list.append(li);
    }
    input.setAttribute('aria-activedescendant', hits.length ? `find-${at}` : '');
  };
  const run = (c) => {
    d.close();
    if (/^(INPUT|TEXTAREA|SELECT)$/.test(c.el.tagName)) c.el.focus();
    else c.el.click();
  };
  input.value = '';
  input.oninput = () => {
    at = 0;
    draw();
  };
  input.onkeydown = (e) => {
    if (e.key === 'ArrowDown') {
      at = Math.min(hits.length - 1, at + 1);
      e.preventDefault();
      draw();
    } else if (e.key === 'ArrowUp') {
      at = Math.max(0, at - 1);
      e.preventDefault();
      draw();
    } else if (e.key === 'Enter') {
      e.preventDefault();
      if (hits[at]) run(hits[at]);
    }
  };
  draw();
  d.showModal();
  input.focus();
}

/** The keys that work on this page, before those that work everywhere. */
export function keysHere(dialog) {
  dialog.querySelector('.here')?.remove();
  const own = commands().filter((c) => c.key && !c.key.startsWith('G '));
  if (!own.length) return;
  const dl = document.createElement('dl');
  dl.className = 'keylist here';
  for (const c of own) {
    const row = document.createElement('div'),
      dt = document.createElement('dt'),
      dd = document.createElement('dd'),
      k = document.createElement('kbd');
    k.className = 'key';
    k.textContent = c.key;
    dd.textContent = c.name;
    dt.append(k);
    row.append(dt, dd);
    dl.append(row);
  }
  dialog.querySelector('h2').after(dl);
}
