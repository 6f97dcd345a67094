// The sheet: what changes is put into it in place; a click on it puts the cursor on the passage, or lets one type there.
import { bare, bench, block, field, frame, rich } from './page.js';
import { caret } from './cursor.js';
import { openShared } from './window.js';
import { guide, take } from './hand.js';
import { send, typed } from './typing.js';

/** The passage in which somebody types on the sheet itself. */
let here = null;
export const hereIn = (section) => here !== null && here.startsWith(`${section}/`);

export function show(section, html) {
  if (html === null || html === undefined) {
    refresh();
    return;
  }
  frame()?.contentWindow.postMessage({ section: { id: section, html } }, '*');
}

let sheetUrl = null;
export async function refresh() {
  const f = frame();
  if (!f) return;
  sheetUrl ??= f.src.split('#')[0];
  const html = await fetch(sheetUrl)
    .then((r) => (r.ok ? r.text() : null))
    .catch(() => null);
  if (html) f.contentWindow.postMessage({ page: html }, '*');
}

/** Another page in the frame. */
export function turn(to) {
  sheetUrl = null;
  frame().src = to.getAttribute('src');
  frame().title = to.title;
}

let typeHere = sessionStorage.getItem('type-here') === '1';
const button = () => document.querySelector('[data-here]');
export const setHere = () => {
  button()?.setAttribute('aria-pressed', String(typeHere));
};
document.addEventListener('click', (e) => {
  if (!e.target.closest?.('[data-here]')) return;
  typeHere = !typeHere;
  sessionStorage.setItem('type-here', typeHere ? '1' : '');
  setHere();
});
const shown = (el) => {
  const d = document.createElement('div');
  d.append(...bare(el.innerHTML));
  d.querySelectorAll('.fc').forEach((c) => {
    if (c.dataset.fact && !c.classList.contains('none') && !c.classList.contains('own') && c.title) c.textContent = c.title;
  });
  return d.innerHTML;
};
window.addEventListener('message', (e) => {
  const f = frame();
  if (!f || !bench() || e.source !== f.contentWindow || !e.data) return;
  const m = e.data;
  if (m.shared) openShared(m.shared);
  if (typeof m.section === 'string') {
    const s = [...document.querySelectorAll('.gs')].find((x) => x.dataset.id === m.section);
    if (!s) {
      const leaf = m.section.slice(0, m.section.lastIndexOf('.'));
      location.href = `?leaf=${encodeURIComponent(leaf)}&section=${encodeURIComponent(m.section)}`;
      return;
    }
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
    if (el) {
      el.focus();
      if (rich(el)) caret(el, false);
    } else s.focus();
  }
  if (m.typed) {
    const el = field(m.typed.place);
    if (el) {
      typed(el, m.typed.html);
      guide(el, m.typed.text);
    }
  }
  if (m.left) {
    here = null;
    const el = field(m.left);
    document.querySelectorAll('.gf.at').forEach((x) => x.classList.remove('at'));
    guide(null);
    if (el) send().then(() => refresh());
  }
  if (m.fault) refresh();
});
