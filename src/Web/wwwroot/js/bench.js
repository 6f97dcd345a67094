// The Bench: what is typed in the galley is saved as it is typed and shown on the sheet at once; all other changes come back as a page, of which only what differs is put in.
const bench = () => document.getElementById('bench');
const galley = () => document.getElementById('galley');
const frame = () => document.querySelector('.sheetframe');
const token = () => document.querySelector('#bench input[name=__RequestVerificationToken]')?.value ?? '';
const place = (el) => `${el.dataset.s}/${el.dataset.p}`;
const field = (where) => [...document.querySelectorAll('.gf')].find((f) => place(f) === where);
const sectionOf = (el) => el?.closest?.('.gs');
const rich = (el) => el.isContentEditable;
const block = (el) => el.getAttribute('aria-multiline') === 'true';
const tell = (text, bad) => { const s = document.getElementById('saved'); if (s) { s.textContent = text; s.classList.toggle('late', Boolean(bad)); } };
const ask = (what, body) => fetch(`/sites/${bench().dataset.site}/bench/${what}`, { method: 'POST', headers: { 'Content-Type': 'application/json', 'X-Form-Token': token() }, body: JSON.stringify(body), keepalive: JSON.stringify(body).length < 60000 });

// ---- Typing: what waits to be sent, kept in this browser until the server has it.
const waiting = new Map();
let sending = null, timer = 0, offline = false, here = null;
const shelf = () => `typed ${bench().dataset.site}`;
const keep = () => { try { if (waiting.size) localStorage.setItem(shelf(), JSON.stringify([...waiting])); else localStorage.removeItem(shelf()); } catch { /* a full shelf: it is still in hand */ } };

function typed(el, html) {
  const job = { section: el.dataset.s, path: el.dataset.p, was: el.dataset.was };
  if (rich(el)) job.html = html ?? el.innerHTML; else job.text = el.value;
  const had = waiting.get(place(el));
  if (had) job.was = had.was;
  waiting.set(place(el), job);
  keep();
  tell('saving …');
  clearTimeout(timer);
  timer = setTimeout(send, 25);
}

function send() {
  sending ??= sendAll().finally(() => { sending = null; if (waiting.size && !offline) send(); });
  return sending;
}

async function sendAll() {
  while (waiting.size) {
    const [where, job] = waiting.entries().next().value;
    let answer;
    try { answer = await ask('type', job); } catch { later('offline'); return; }
    if (answer.redirected || answer.status === 401) { later('signed out'); return; }
    if (answer.status >= 500) { later('the server does not answer'); return; }
    offline = false;
    const says = await answer.json().catch(() => ({}));
    const newer = waiting.get(where) !== job;
    if (!newer) waiting.delete(where);
    const el = field(where);
    if (answer.ok) took(el, says, where, newer);
    else if (answer.status === 409) { waiting.delete(where); if (el) differs(el, job, says); }
    else { waiting.delete(where); if (el) wrong(el, says.problem); tell('not saved', true); }
    keep();
  }
}

function later(why) {
  offline = true;
  tell(why === 'signed out' ? 'Your sign-in has ended; what you typed is kept here. Load the page to sign in.' : `${why}: ${waiting.size} ${waiting.size === 1 ? 'text' : 'texts'} kept here, sent later`, true);
  clearTimeout(timer);
  timer = setTimeout(send, 3000);
}
window.addEventListener('online', send);
window.addEventListener('pagehide', () => { if (waiting.size) for (const job of waiting.values()) ask('type', job).catch(() => {}); });

function took(el, says, where, newer) {
  bench().dataset.head = says.head;
  own.add(says.head);
  document.querySelectorAll('#bench input[name=revision]').forEach((i) => { i.value = says.head; });
  const stands = document.getElementById('stands');
  if (stands) stands.textContent = stands.textContent.replace(/^as release/, 'draft after release');
  const undo = document.querySelector('[data-key="z"]');
  if (undo) undo.disabled = false;
  if (newer) waiting.get(where).was = says.text;
  if (el) {
    el.dataset.was = says.text;
    el.classList.add('kp');
    wrong(el, null);
    const s = sectionOf(el);
    s.dataset.v = says.version;
    if (!newer && rich(el) && document.activeElement !== el && !(lastField === el && !pop().hidden) && el.innerHTML !== says.html) el.innerHTML = says.html;
    if (here !== where && (here === null || !here.startsWith(`${el.dataset.s}/`))) show(el.dataset.s, says.shown);
  }
  tell('saved just now');
}

// ---- The sheet.
function show(section, html) {
  if (html === null || html === undefined) { refresh(); return; }
  frame()?.contentWindow.postMessage({ section: { id: section, html } }, '*');
}
let sheetUrl = null;
async function refresh(url) {
  const f = frame();
  if (!f) return;
  sheetUrl = (url ?? sheetUrl ?? f.src).split('#')[0];
  const html = await fetch(sheetUrl).then((r) => r.ok ? r.text() : null).catch(() => null);
  if (html) f.contentWindow.postMessage({ page: html }, '*');
}

// ---- Something is wrong with a text, or two people wrote in it.
function wrong(el, problem) {
  const old = document.getElementById(`${el.id}-bad`);
  if (!problem) { old?.remove(); el.removeAttribute('aria-invalid'); return; }
  const p = old ?? Object.assign(document.createElement('p'), { id: `${el.id}-bad`, className: 'bad' });
  p.setAttribute('role', 'alert');
  p.textContent = problem;
  el.setAttribute('aria-invalid', 'true');
  el.setAttribute('aria-describedby', p.id);
  el.after(p);
}

function differs(el, job, says) {
  document.getElementById(`${el.id}-clash`)?.remove();
  const box = document.createElement('div');
  box.id = `${el.id}-clash`;
  box.className = 'conflict';
  box.setAttribute('role', 'alert');
  const line = (tag, text, into = box) => { const e = document.createElement(tag); e.textContent = text; into.append(e); return e; };
  line('h3', `${says.who} changed this text while you wrote`);
  line('p', 'Nothing is lost: both versions are here. Yours stands in the field.').className = 'lbl';
  const two = document.createElement('div');
  two.className = 'two';
  for (const [name, html] of [[`${says.who}, ${says.when}`, says.theirsHtml], ['yours', rich(el) ? el.innerHTML : null]]) {
    const d = document.createElement('div');
    line('span', name, d).className = 'lbl';
    const p = document.createElement('div');
    if (html === null) p.textContent = el.value; else p.append(...bare(html));
    d.append(p);
    two.append(d);
  }
  box.append(two);
  const row = line('p', '');
  row.className = 'row';
  const mine = line('button', 'Put mine in', row), theirs = line('button', `Keep ${says.who}’s`, row);
  mine.className = 'btn ink sm';
  theirs.className = 'btn sm';
  mine.type = theirs.type = 'button';
  mine.onclick = () => { box.remove(); el.dataset.was = says.theirs; typed(el); const w = waiting.get(place(el)); w.was = says.theirs; w.evenSo = true; el.focus(); };
  theirs.onclick = () => { box.remove(); el.dataset.was = says.theirs; if (rich(el)) el.innerHTML = says.theirsHtml; else el.value = says.theirs; wrong(el, null); tell('theirs stands'); el.focus(); };
  el.after(box);
  tell('two versions', true);
}
// Nodes of a manuscript that the server made.
const bare = (html) => [...new DOMParser().parseFromString(html.replace(/ style="[^"]*"/g, ''), 'text/html').body.childNodes];

// ---- In hand.
function take(section) {
  if (!section || section.classList.contains('cur')) return;
  document.querySelectorAll('.gs.cur').forEach((s) => s.classList.remove('cur'));
  section.classList.add('cur');
  bench().dataset.section = section.dataset.id;
  const url = new URL(location.href);
  url.searchParams.set('leaf', bench().dataset.leaf);
  url.searchParams.set('section', section.dataset.id);
  url.hash = '';
  history.replaceState(null, '', url);
  frame()?.contentWindow?.postMessage({ hand: section.dataset.id }, '*');
}
document.addEventListener('focusin', (e) => {
  const s = sectionOf(e.target);
  if (s) take(s);
  if (e.target.classList?.contains('gf')) guide(e.target);
});
document.addEventListener('focusout', (e) => { if (e.target.classList?.contains('gf')) guide(null); });

function guide(el) {
  const g = document.getElementById('guide');
  if (!g) return;
  const ideal = el?.dataset.ideal;
  if (!ideal) { g.textContent = ''; g.classList.remove('over'); return; }
  const [least, most] = ideal.split('-').map(Number), n = (rich(el) ? el.innerText : el.value).trim().length;
  g.textContent = n > most ? `${n} letters, ${n - most} over what stands well here` : n < least ? `${n} letters, best ${least} to ${most}` : `${n} letters, stands well`;
  g.classList.toggle('over', n > most);
}

// ---- Keys and paste inside a text.
document.addEventListener('input', (e) => {
  const el = e.target.closest?.('.gf');
  if (!el) return;
  delete el.dataset.put;
  if (rich(el) && e.data === '{' && el.dataset.p !== 'code') { openFacts(el, true); return; }
  typed(el);
  guide(el);
});
const run = (what, value) => document.execCommand(what, false, value);
document.addEventListener('keydown', (e) => {
  const el = e.target.closest?.('.gf');
  if (!el) {
    const s = e.target.classList?.contains('gs') ? e.target : null;
    if (s && e.key === 'Enter') { e.preventDefault(); s.querySelector('.gf')?.focus(); }
    return;
  }
  if (e.key === 'Escape') { e.preventDefault(); e.stopPropagation(); sectionOf(el).focus(); return; }
  if (!rich(el)) return;
  const ctrl = e.ctrlKey || e.metaKey;
  if (e.key === 'Enter' && !block(el)) { e.preventDefault(); step(el, 1); return; }
  if (e.altKey && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) { e.preventDefault(); step(el, e.key === 'ArrowDown' ? 1 : -1); return; }
  if (ctrl && e.key.toLowerCase() === 'k') { e.preventDefault(); openLink(el); }
  else if (ctrl && e.shiftKey && (e.code === 'Digit8' || e.code === 'Digit7' || e.code === 'Digit3') && block(el)) { e.preventDefault(); act(el, e.code === 'Digit8' ? 'list' : e.code === 'Digit7' ? 'numbers' : 'heading'); }
  else if (ctrl && e.key.toLowerCase() === 's') { e.preventDefault(); send(); }
  // What was put in as a whole is taken back as a whole; letters by the browser.
  else if (ctrl && e.key.toLowerCase() === 'z' && !e.shiftKey && el.dataset.put) { e.preventDefault(); delete el.dataset.put; send().then(() => document.querySelector('.gfoot [data-key="z"]').click()); }
  else if (e.key === 'Enter' && !ctrl) {
    const chip = chipAt();
    if (chip) { e.preventDefault(); openChip(el, chip); }
  }
}, true);
function step(el, by) {
  const all = [...galley().querySelectorAll('.gf')].filter((f) => f.offsetParent), to = all[all.indexOf(el) + by];
  if (!to) return;
  to.focus();
  if (rich(to)) caret(to, by > 0);
}
function caret(el, start) {
  const r = document.createRange();
  r.selectNodeContents(el);
  r.collapse(start);
  const s = getSelection();
  s.removeAllRanges();
  s.addRange(r);
}
document.addEventListener('paste', async (e) => {
  const el = e.target.closest?.('.gf');
  if (!el || !rich(el)) return;
  e.preventDefault();
  const html = e.clipboardData.getData('text/html'), text = e.clipboardData.getData('text/plain');
  const range = getSelection().rangeCount ? getSelection().getRangeAt(0).cloneRange() : null;
  const clean = html ? await ask('clean', { html, block: block(el) }).then((r) => r.json()).then((r) => r.html).catch(() => null) : null;
  el.focus();
  insert(el, range, clean === null ? paragraphs(text, block(el)) : bare(clean));
});
// Clean words where the range is: inline, or as paragraphs after the one that holds the cursor, with its rest at their end.
function insert(el, range, nodes) {
  const at = range ?? (caret(el, false), getSelection().getRangeAt(0));
  at.deleteContents();
  const blocks = nodes.filter((n) => n.nodeType === 1 && /^(P|UL|OL|H3|H4|BLOCKQUOTE)$/.test(n.tagName));
  let last;
  if (blocks.length < 2 && (!blocks.length || blocks[0].tagName === 'P')) {
    const inline = blocks.length ? [...blocks[0].childNodes] : nodes;
    last = inline.at(-1);
    for (const n of inline.slice().reverse()) at.insertNode(n);
  } else {
    let home = at.startContainer === el ? el.childNodes[at.startOffset - 1] ?? null : at.startContainer;
    while (home && home.parentNode !== el) home = home.parentNode;
    const tail = document.createRange();
    tail.setStart(at.startContainer, at.startOffset);
    if (home) tail.setEndAfter(home); else tail.setEnd(el, el.childNodes.length);
    const rest = tail.extractContents();
    if (home && blocks[0].tagName === 'P' && home.tagName === 'P') { home.append(...blocks.shift().childNodes); last = home.lastChild; }
    for (const n of blocks) { if (home) home.after(n); else el.append(n); home = n; }
    last = home;
    if (rest.textContent.trim()) home.after(...[...rest.childNodes].map((n) => n.nodeType === 1 && n.tagName === 'P' ? n : Object.assign(document.createElement('p'), { textContent: n.textContent })));
  }
  if (last) { const r = document.createRange(); r.selectNodeContents(last.nodeType === 1 ? last : last.parentNode); if (last.nodeType === 3) r.setStart(last, last.data.length); r.collapse(last.nodeType === 3); const s = getSelection(); s.removeAllRanges(); s.addRange(r); }
  el.dataset.put = '1';
  typed(el);
}
// New words under a cursor, which stays as many letters from the beginning as it was.
function under(el, html) {
  const s = getSelection(), r = document.createRange();
  r.selectNodeContents(el);
  if (s.rangeCount && el.contains(s.focusNode)) r.setEnd(s.focusNode, s.focusOffset);
  let left = r.toString().length;
  el.innerHTML = html;
  const walk = document.createTreeWalker(el, NodeFilter.SHOW_TEXT);
  for (let n = walk.nextNode(); n; n = walk.nextNode()) {
    if (left <= n.data.length && !n.parentElement.closest('.fc')) { r.setStart(n, left); r.collapse(true); s.removeAllRanges(); s.addRange(r); return; }
    left = Math.max(0, left - n.data.length);
  }
  caret(el, false);
}
function paragraphs(text, blocks) {
  const parts = blocks ? text.trim().split(/\n\s*\n/) : [text];
  if (parts.length === 1) return [document.createTextNode(text.replace(/\s+/g, ' '))];
  return parts.map((p) => Object.assign(document.createElement('p'), { textContent: p.replace(/\s+/g, ' ').trim() }));
}

// ---- The small bar.
let lastField = null, lastRange = null;
document.addEventListener('selectionchange', () => {
  const el = document.activeElement?.closest?.('.gf');
  if (el && rich(el) && getSelection().rangeCount) { lastField = el; lastRange = getSelection().getRangeAt(0).cloneRange(); }
});
function back() {
  if (!lastField?.isConnected) return null;
  lastField.focus();
  if (lastRange && lastField.contains(lastRange.startContainer)) { const s = getSelection(); s.removeAllRanges(); s.addRange(lastRange); } else caret(lastField, false);
  return lastField;
}
document.addEventListener('mousedown', (e) => { if (e.target.closest?.('.tbar button')) e.preventDefault(); });
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('.tbar [data-do]');
  if (b) { const el = back(); if (el) act(el, b.dataset.do); else tell('Click into a text first'); return; }
  const chip = e.target.closest?.('.gf .fc');
  if (chip) openChip(chip.closest('.gf'), chip);
});
function act(el, what) {
  if (what === 'fact') { openFacts(el, false); return; }
  if (what === 'link') { openLink(el); return; }
  if (what === 'bold' || what === 'italic') run(what);
  else if (!block(el)) { tell('A line has no lists or headings'); return; }
  else if (what === 'list') run('insertUnorderedList');
  else if (what === 'numbers') run('insertOrderedList');
  else run('formatBlock', document.queryCommandValue('formatBlock') === 'h3' ? 'p' : 'h3');
  typed(el);
}
function chipAt() {
  const s = getSelection();
  if (!s.rangeCount || !s.isCollapsed) return null;
  const { startContainer: n, startOffset: o } = s.getRangeAt(0);
  const before = n.nodeType === 1 ? n.childNodes[o - 1] : o === 0 ? n.previousSibling : null;
  return before?.classList?.contains('fc') ? before : null;
}

// ---- The small window for facts, chips and links.
const pop = () => document.getElementById('pop');
function open(el, label, build) {
  const p = pop();
  p.replaceChildren();
  p.setAttribute('aria-label', label);
  const at = (lastRange && el.contains(lastRange.startContainer) ? lastRange : null)?.getBoundingClientRect(), box = at && (at.width || at.height || at.top) ? at : el.getBoundingClientRect();
  build(p);
  p.hidden = false;
  const r = p.getBoundingClientRect();
  p.style.left = `${Math.max(8, Math.min(box.left, innerWidth - r.width - 8))}px`;
  p.style.top = `${box.bottom + 6 + r.height > innerHeight ? Math.max(8, box.top - r.height - 6) : box.bottom + 6}px`;
}
function shut(to) { const p = pop(); if (!p || p.hidden) return; p.hidden = true; p.replaceChildren(); (to ?? lastField)?.focus(); }
document.addEventListener('keydown', (e) => { if (e.key === 'Escape' && pop() && !pop().hidden && pop().contains(e.target)) { e.preventDefault(); e.stopPropagation(); if (back()) shut(lastField); } }, true);
document.addEventListener('mousedown', (e) => { if (pop() && !pop().hidden && !pop().contains(e.target)) { pop().hidden = true; } });
const put = (p, tag, props = {}, text) => { const e = Object.assign(document.createElement(tag), props); if (text !== undefined) e.textContent = text; p.append(e); return e; };

function openFacts(el, brace) {
  const facts = [...document.querySelectorAll('#factlist li')];
  open(el, 'Put a fact in', (p) => {
    const input = put(p, 'input', { type: 'text', placeholder: 'which fact', autocomplete: 'off' });
    input.setAttribute('aria-label', 'Which fact');
    input.setAttribute('role', 'combobox');
    input.setAttribute('aria-expanded', 'true');
    input.setAttribute('aria-controls', 'factpick');
    const list = put(p, 'ul', { id: 'factpick' });
    list.setAttribute('role', 'listbox');
    let at = 0;
    const draw = () => {
      const find = input.value.trim().toLowerCase(), hits = facts.filter((f) => `${f.textContent} ${f.dataset.fact} ${f.dataset.value ?? ''}`.toLowerCase().includes(find)).slice(0, 8);
      at = Math.min(at, Math.max(0, hits.length - 1));
      list.replaceChildren();
      hits.forEach((f, i) => {
        const li = put(list, 'li', { id: `factpick-${i}` });
        li.setAttribute('role', 'option');
        li.setAttribute('aria-selected', String(i === at));
        put(li, 'b', {}, f.textContent);
        put(li, 'span', { className: 'lbl' }, f.dataset.value ? f.dataset.value.slice(0, 60) : 'not known yet');
        li.onmousedown = (ev) => { ev.preventDefault(); choose(f); };
      });
      if (!hits.length) put(list, 'li', { className: 'lbl' }, 'No fact of that name. Facts are added in the Brief.');
      input.setAttribute('aria-activedescendant', hits.length ? `factpick-${at}` : '');
      return hits;
    };
    const choose = (f) => {
      const at = lastRange && el.contains(lastRange.startContainer) ? lastRange.cloneRange() : null;
      shut(el);
      set(el, at, chipOf(f), brace);
    };
    input.oninput = draw;
    input.onkeydown = (ev) => {
      const hits = draw();
      if (ev.key === 'ArrowDown') { at = Math.min(hits.length - 1, at + 1); ev.preventDefault(); draw(); }
      else if (ev.key === 'ArrowUp') { at = Math.max(0, at - 1); ev.preventDefault(); draw(); }
      else if (ev.key === 'Enter' || ev.key === 'Tab') { ev.preventDefault(); if (hits[at]) choose(hits[at]); }
    };
    draw();
    setTimeout(() => input.focus());
  });
}

function openChip(el, chip) {
  const fact = chip.dataset.fact;
  lastField = el;
  const r = document.createRange();
  r.selectNode(chip);
  lastRange = r;
  open(el, 'Fact', (p) => {
    const listed = document.querySelector(`#factlist li[data-fact="${CSS.escape(fact ?? '')}"]`);
    put(p, 'b', {}, fact ? (listed?.textContent ?? fact.replaceAll('.', ' ').replaceAll('_', ' ')) : chip.textContent);
    const own = chip.classList.contains('own');
    if (!fact) {
      put(p, 'p', { className: 'lbl' }, 'What stands after it is shown only then.');
      row(p, ['Take it out', () => replace('')]);
      return;
    }
    const input = put(p, 'input', { type: 'text', value: own ? chip.textContent : listed?.dataset.value ?? '' });
    input.setAttribute('aria-label', 'What it says');
    const bad = put(p, 'p', { className: 'bad' });
    bad.setAttribute('role', 'alert');
    const replace2 = async (body) => replace(await ask('chip', { ...body, language: bench().dataset.lang }).then((x) => x.json()).then((x) => x.html ?? ''));
    row(p,
      ['Change the fact everywhere', async () => {
        const a = await ask('fact', { fact, value: input.value }), says = await a.json();
        if (!a.ok) { bad.textContent = says.problem; if (says.brief) put(bad, 'a', { href: says.brief }, ' Open it'); return; }
        if (own) await replace2({ fact });
        shut(el);
        await send();
        await load(location.href, says.said);
      }, 'ink'],
      ['Only here', () => replace2({ fact, own: input.value })],
      own ? ['Use the fact again', () => replace2({ fact })] : ['Take it out', () => replace('')]);
    if (own) put(p, 'p', { className: 'lbl' }, `An exception: everywhere else it says ${listed?.dataset.value ?? 'nothing yet'}.`);
    input.onkeydown = (ev) => { if (ev.key === 'Enter') { ev.preventDefault(); p.querySelector('button').click(); } };
    setTimeout(() => { input.focus(); input.select(); });
  });
  function replace(html) {
    const at = document.createRange();
    at.selectNode(chip);
    shut(el);
    set(el, at, html ? bare(html)[0] : null, false);
  }
}

// A chip made here, so that one can write on at once; the server makes the same one when it has the text.
function chipOf(f) {
  const c = Object.assign(document.createElement('span'), { className: f.dataset.value ? 'fc' : 'fc none', textContent: f.textContent, title: f.dataset.value || `${f.textContent} is not known` });
  c.contentEditable = 'false';
  c.dataset.t = `{{ ${f.dataset.fact} }}`;
  c.dataset.fact = f.dataset.fact;
  return c;
}

// Puts a chip where the range is, or nothing; what the range holds goes, and so does a brace before it. One can go on writing after it.
function set(el, range, chip, brace) {
  el.focus();
  const at = range ?? (caret(el, false), getSelection().getRangeAt(0));
  if (brace && at.startContainer.nodeType === 3 && at.startContainer.data[at.startOffset - 1] === '{') at.setStart(at.startContainer, at.startOffset - 1);
  at.deleteContents();
  if (chip) {
    at.insertNode(chip);
    const after = chip.nextSibling;
    if (!after || after.nodeType !== 3 || !after.data.length) { const gap = document.createTextNode('\u00a0'); chip.after(gap); at.setStart(gap, 1); } else at.setStart(after, 0);
  }
  at.collapse(true);
  const s = getSelection();
  s.removeAllRanges();
  s.addRange(at);
  el.dataset.put = '1';
  typed(el);
}

function openLink(el) {
  const s = getSelection(), a = s.anchorNode?.parentElement?.closest('a');
  if (!a && s.isCollapsed) { tell('Select the words of the link first'); return; }
  const range = s.rangeCount ? s.getRangeAt(0).cloneRange() : null;
  lastRange = range;
  open(el, 'Link', (p) => {
    const label = put(p, 'label', {}, 'Leads to');
    const input = put(label, 'input', { type: 'text', value: a?.getAttribute('href') ?? '', placeholder: 'a page, https://, tel:, mailto:' });
    input.setAttribute('list', 'targets');
    const go = (href) => {
      back();
      if (a) { const r = document.createRange(); r.selectNodeContents(a); const x = getSelection(); x.removeAllRanges(); x.addRange(r); }
      if (href) run('createLink', href); else run('unlink');
      shut(el);
      typed(el);
    };
    row(p, [a ? 'Change it' : 'Link it', () => go(input.value.trim()), 'ink'], a ? ['No link', () => go('')] : null);
    input.onkeydown = (ev) => { if (ev.key === 'Enter') { ev.preventDefault(); go(input.value.trim()); } };
    setTimeout(() => input.focus());
  });
}
function row(p, ...buttons) {
  const r = put(p, 'p', { className: 'row' });
  for (const b of buttons.filter(Boolean)) { const e = put(r, 'button', { type: 'button', className: `btn sm ${b[2] ?? ''}` }, b[0]); e.onclick = b[1]; }
}

// ---- Wishes in plain words: first what was understood, with the sheet as it would be; then all of it as one change.
let wish = null;
document.addEventListener('submit', (e) => { if (e.target.id === 'say') { e.preventDefault(); look().finally(() => document.querySelector('#say [aria-busy]')?.removeAttribute('aria-busy')); } });
async function look(except = []) {
  const words = document.getElementById('sayin').value, bad = document.getElementById('say-bad');
  await send();
  const answer = await ask('say', { words, leaf: bench().dataset.leaf, section: bench().dataset.section || null, except }).catch(() => null);
  const says = await answer?.json().catch(() => null);
  bad.textContent = answer?.ok ? '' : says?.problem ?? 'The server does not answer; what you said is still here.';
  if (!answer?.ok) return;
  wish = { words, except, head: says.head, leaf: bench().dataset.leaf, section: bench().dataset.section || null };
  const box = document.getElementById('heard'), held = box.contains(document.activeElement) ? document.activeElement.id : null;
  box.replaceChildren();
  for (const a of says.acts) {
    const l = put(box, 'label');
    const tick = put(l, 'input', { type: 'checkbox', id: `heard-${a.code}`, checked: !except.includes(a.code) });
    tick.onchange = () => look(tick.checked ? except.filter((c) => c !== a.code) : [...except, a.code]);
    const words2 = put(l, 'span', {}, a.says);
    put(words2, 'span', { className: 'lbl' }, `“${a.words}”`);
  }
  for (const m of says.missed) { const d = put(box, 'div', { className: 'not' }); put(d, 'b', {}, `Not understood: “${m.words}”`); put(d, 'span', { className: 'lbl' }, m.why.replace(/^Not understood: .*?\. /, '')); }
  const left = says.acts.filter((a) => !except.includes(a.code)).length;
  const r = put(box, 'p', { className: 'row' });
  if (left) { const b = put(r, 'button', { type: 'button', className: 'btn ink sm' }, left === 1 ? 'Do it' : `Do all ${left}`); b.onclick = agree; b.dataset.key = 'ctrl+enter'; }
  const no = put(r, 'button', { type: 'button', className: 'btn sm' }, 'Leave it');
  no.onclick = leave;
  box.hidden = false;
  if (held) document.getElementById(held)?.focus();
  document.querySelector('.sheetpane').classList.toggle('asif', left > 0);
  tell(left ? 'as it would be' : 'nothing changed');
  if (left) { const html = await fetch(says.sheet).then((x) => x.ok ? x.text() : null).catch(() => null); if (html) frame().contentWindow.postMessage({ page: html, base: new URL(says.sheet, location.href).href }, '*'); } else refresh();
}
async function agree() {
  const answer = await ask('say', { ...wish, revision: wish.head }).catch(() => null), says = await answer?.json().catch(() => null);
  if (!answer?.ok) { document.getElementById('say-bad').textContent = says?.problem ?? 'The server does not answer; nothing was changed.'; if (answer?.status === 409) look(wish.except); return; }
  own.add(says.head);
  document.getElementById('sayin').value = '';
  hush();
  await load(location.href, says.said);
}
function hush() {
  wish = null;
  document.getElementById('heard').hidden = true;
  document.getElementById('say-bad').textContent = '';
  document.querySelector('.sheetpane').classList.remove('asif');
}
function leave() { hush(); tell('left as it was'); refresh(); document.getElementById('sayin').focus(); }
document.addEventListener('keydown', (e) => { if (e.key === 'Escape' && wish && e.target.closest?.('.saybox')) { e.preventDefault(); e.stopPropagation(); leave(); } }, true);

// ---- All other changes: the answer is a page; only what differs is put in, so that nothing flickers and nothing typed is lost.
const own = new Set();
document.addEventListener('submit', (e) => {
  const form = e.target;
  if (!bench()?.contains(form) || form.method !== 'post') return;
  e.preventDefault();
  const by = e.submitter, data = new FormData(form, by ?? undefined), to = by?.getAttribute('formaction') ?? form.querySelector('[data-to]')?.dataset.to ?? form.getAttribute('action') ?? '';
  by?.setAttribute('aria-busy', 'true');
  form.closest('details')?.removeAttribute('open');
  post(new URL(to, location.href), data).finally(() => by?.removeAttribute('aria-busy'));
});
async function post(url, data) {
  await send();
  if (data.has('revision')) data.set('revision', bench().dataset.head);
  const answer = await fetch(url, { method: 'POST', body: data }).catch(() => null);
  if (!answer) { tell('offline: not done. Try again when there is a connection', true); return; }
  if (new URL(answer.url).pathname !== location.pathname) { location.href = answer.url; return; }
  put_in(new DOMParser().parseFromString(await answer.text(), 'text/html'), answer.url);
}
async function load(url, said) {
  const answer = await fetch(url).catch(() => null);
  if (!answer?.ok || new URL(answer.url).pathname !== location.pathname) return;
  put_in(new DOMParser().parseFromString(await answer.text(), 'text/html'), null, said);
}

function put_in(doc, url, said) {
  const fresh = doc.getElementById('bench');
  if (!fresh) { location.reload(); return; }
  const focus = document.activeElement?.id, scroll = galley().scrollTop, samePage = fresh.dataset.leaf === bench().dataset.leaf, hand = bench().dataset.section;
  const busy = (s) => [...s.querySelectorAll('.gf')].some((f) => f === document.activeElement || waiting.has(place(f)) || document.getElementById(`${f.id}-clash`));
  const old = new Map([...galley().querySelectorAll('.gs')].map((s) => [s.dataset.id, s]));
  const next = [...doc.querySelectorAll('#galley > *')].map((n) => {
    const had = n.classList.contains('gs') ? old.get(n.dataset.id) : null;
    if (!had) return document.adoptNode(n);
    if (had.dataset.v === n.dataset.v) return had;
    if (!busy(had)) return document.adoptNode(n);
    // Somebody writes in it: the fields that are not in hand follow, all else stays until the hand leaves.
    for (const f of n.querySelectorAll('.gf')) {
      const mine = document.getElementById(f.id);
      if (!mine || waiting.has(place(mine)) || document.getElementById(`${mine.id}-clash`) || mine.dataset.was === f.dataset.was) continue;
      mine.dataset.was = f.dataset.was;
      if (!rich(mine)) mine.value = f.value; else if (mine === document.activeElement) under(mine, f.innerHTML); else mine.innerHTML = f.innerHTML;
    }
    return had;
  });
  const g = galley();
  next.forEach((n, i) => { if (g.children[i] !== n) g.insertBefore(n, g.children[i] ?? null); });
  while (g.children.length > next.length) g.lastElementChild.remove();
  for (const what of ['.galley > header', '.gfoot', '.work > .ticket', '#factlist', '.track', '#targets']) { const a = document.querySelector(what), b = doc.querySelector(what); if (a && b && a.outerHTML !== b.outerHTML) a.replaceWith(document.adoptNode(b)); }
  for (const key of ['head', 'leaf', 'page', 'lang']) bench().dataset[key] = fresh.dataset[key];
  own.add(Number(fresh.dataset.head));
  document.querySelectorAll('#bench input[name=revision]').forEach((i) => { i.value = fresh.dataset.head; });
  const words = said ?? doc.getElementById('said')?.textContent.trim();
  if (words) { const s = document.getElementById('said'); s.textContent = words; s.style.display = ''; clearTimeout(put_in.t); put_in.t = setTimeout(() => { s.style.display = 'none'; }, 8000); }
  tell(doc.getElementById('saved')?.textContent ?? '');
  if (url) { const u = new URL(url); u.hash = ''; history.replaceState(null, '', u); }
  const wanted = (url && fresh.dataset.section) || hand, inHand = [...galley().querySelectorAll('.gs')].find((s) => s.dataset.id === wanted);
  document.querySelectorAll('.gs.cur').forEach((s) => { if (s !== inHand) s.classList.remove('cur'); });
  if (inHand) { inHand.classList.add('cur'); bench().dataset.section = wanted; }
  galley().scrollTop = samePage ? scroll : 0;
  if (focus && document.activeElement?.id !== focus) (document.getElementById(focus) ?? inHand)?.focus({ preventScroll: true });
  if (!document.activeElement || document.activeElement === document.body) inHand?.focus({ preventScroll: true });
  if (samePage) refresh(); else { sheetUrl = null; frame().src = doc.querySelector('.sheetframe').getAttribute('src'); frame().title = doc.querySelector('.sheetframe').title; }
  document.dispatchEvent(new CustomEvent('settle'));
}

// ---- Others: each change that somebody saves is told; what it changed comes in.
let ear = null;
function listen() {
  if (!bench() || ear || document.visibilityState !== 'visible') return;
  ear = new EventSource(`/sites/${bench().dataset.site}/bench/changes`);
  // After a gap, what was missed.
  let first = true;
  ear.onopen = () => { if (!first) missed = { head: -1, section: '', who: '' }; first = false; };
  ear.onmessage = async (e) => {
    const c = JSON.parse(e.data);
    if (own.has(c.head) || Number(bench().dataset.head) === c.head || sending || waiting.size) { if (!own.has(c.head)) missed = c; return; }
    heard(c);
  };
}
let missed = null;
function heard(c) {
  missed = null;
  const part = [...document.querySelectorAll('.gs')].find((s) => s.dataset.id === c.section);
  load(location.href, c.who && c.who !== bench().dataset.who ? `${c.who} changed ${part ? part.getAttribute('aria-label').replace(/^\d+, /, '') : 'the site'}` : undefined);
}
setInterval(() => { if (missed && !sending && !waiting.size) { if (own.has(missed.head)) missed = null; else heard(missed); } }, 1500);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'visible') { listen(); if (bench()) load(location.href); } else { ear?.close(); ear = null; }
});

// ---- The sheet speaks: a click puts the cursor on the passage, or lets one type there.
let typeHere = sessionStorage.getItem('type-here') === '1';
const button = () => document.querySelector('[data-here]');
const setHere = () => { button()?.setAttribute('aria-pressed', String(typeHere)); };
document.addEventListener('click', (e) => {
  if (!e.target.closest?.('[data-here]')) return;
  typeHere = !typeHere;
  sessionStorage.setItem('type-here', typeHere ? '1' : '');
  setHere();
});
const shown = (el) => { const d = document.createElement('div'); d.append(...bare(el.innerHTML)); d.querySelectorAll('.fc').forEach((c) => { if (c.dataset.fact && !c.classList.contains('none') && !c.classList.contains('own') && c.title) c.textContent = c.title; }); return d.innerHTML; };
window.addEventListener('message', (e) => {
  const f = frame();
  if (!f || !bench() || e.source !== f.contentWindow || !e.data) return;
  const m = e.data;
  if (typeof m.section === 'string') {
    const s = [...document.querySelectorAll('.gs')].find((x) => x.dataset.id === m.section);
    if (!s) { const leaf = m.section.slice(0, m.section.lastIndexOf('.')); location.href = `?leaf=${encodeURIComponent(leaf)}&section=${encodeURIComponent(m.section)}`; return; }
    const el = m.place ? field(m.place) : null;
    take(s);
    document.querySelectorAll('.gf.at').forEach((x) => x.classList.remove('at'));
    if (el && rich(el) && (typeHere || m.again)) {
      here = m.place;
      el.classList.add('at');
      el.scrollIntoView({ block: 'nearest' });
      f.contentWindow.postMessage({ edit: { place: m.place, html: shown(el), block: block(el) } }, '*');
      return;
    }
    (el ?? s).scrollIntoView({ block: 'nearest' });
    window.focus();
    if (el) { el.focus(); if (rich(el)) caret(el, false); } else s.focus();
  }
  if (m.typed) { const el = field(m.typed.place); if (el) { typed(el, m.typed.html); guideHtml(el, m.typed.text); } }
  if (m.left) {
    here = null;
    const el = field(m.left);
    document.querySelectorAll('.gf.at').forEach((x) => x.classList.remove('at'));
    guide(null);
    if (el) send().then(() => refresh());
  }
  if (m.fault) refresh();
});
function guideHtml(el, text) { const g = document.getElementById('guide'), [least, most] = (el.dataset.ideal ?? '').split('-').map(Number); if (!g || !most) return; const n = text.trim().length; g.textContent = n > most ? `${n} letters, ${n - most} over what stands well here` : n < least ? `${n} letters, best ${least} to ${most}` : `${n} letters, stands well`; g.classList.toggle('over', n > most); }

// ---- What was typed before the page was closed.
if (bench()) {
  own.add(Number(bench().dataset.head));
  document.execCommand('defaultParagraphSeparator', false, 'p');
  try { for (const [where, job] of JSON.parse(localStorage.getItem(shelf()) ?? '[]')) waiting.set(where, job); } catch { localStorage.removeItem(shelf()); }
  if (waiting.size) send().then(() => load(location.href, 'What you typed before is saved now'));
  setHere();
  listen();
  document.querySelector('.gs.cur')?.scrollIntoView({ block: 'nearest' });
}
