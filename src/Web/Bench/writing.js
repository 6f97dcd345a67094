// Writing in a text: keys, paste, the small bar.
import { ask, bare, block, galley, rich, sectionOf, tell } from './page.js';
import { back, caret, insert, paragraphs } from './cursor.js';
import { guide } from './hand.js';
import { send, typed } from './typing.js';
import { openChip, openFacts, openLink } from './window.js';

const run = (what, value) => document.execCommand(what, false, value);
document.addEventListener('input', (e) => {
  const el = e.target.closest?.('.gf');
  if (!el) return;
  delete el.dataset.put;
  if (rich(el) && e.data === '{' && el.dataset.p !== 'code') {
    openFacts(el, true);
    return;
  }
  typed(el);
  guide(el);
});
document.addEventListener(
  'keydown',
  (e) => {
    const el = e.target.closest?.('.gf');
    if (!el) {
      const s = e.target.classList?.contains('gs') ? e.target : null;
      if (s && e.key === 'Enter') {
        e.preventDefault();
        s.querySelector('.gf')?.focus();
      }
      return;
    }
    if (e.key === 'Escape') {
      e.preventDefault();
      e.stopPropagation();
      sectionOf(el).focus();
      return;
    }
    if (!rich(el)) return;
    const ctrl = e.ctrlKey || e.metaKey;
    if (e.key === 'Enter' && !block(el)) {
      e.preventDefault();
      step(el, 1);
      return;
    }
    if (e.altKey && (e.key === 'ArrowDown' || e.key === 'ArrowUp')) {
      e.preventDefault();
      step(el, e.key === 'ArrowDown' ? 1 : -1);
      return;
    }
    if (ctrl && e.key.toLowerCase() === 'k') {
      e.preventDefault();
      openLink(el);
    } else if (ctrl && e.shiftKey && (e.code === 'Digit8' || e.code === 'Digit7' || e.code === 'Digit3') && block(el)) {
      e.preventDefault();
      act(el, e.code === 'Digit8' ? 'list' : e.code === 'Digit7' ? 'numbers' : 'heading');
    } else if (ctrl && e.key.toLowerCase() === 's') {
      e.preventDefault();
      send();
    }
    // What was put in as a whole is taken back as a whole; letters by the browser.
    else if (ctrl && e.key.toLowerCase() === 'z' && !e.shiftKey && el.dataset.put) {
      e.preventDefault();
      delete el.dataset.put;
      send().then(() => document.querySelector('.gfoot [data-key="z"]').click());
    } else if (e.key === 'Enter' && !ctrl) {
      const chip = chipAt();
      if (chip) {
        e.preventDefault();
        openChip(el, chip);
      }
    }
  },
  true,
);

function step(el, by) {
  const all = [...galley().querySelectorAll('.gf')].filter((f) => f.offsetParent),
    to = all[all.indexOf(el) + by];
  if (!to) return;
  to.focus();
  if (rich(to)) caret(to, by > 0);
}

document.addEventListener('paste', async (e) => {
  const el = e.target.closest?.('.gf');
  if (!el || !rich(el)) return;
  e.preventDefault();
  const html = e.clipboardData.getData('text/html'),
    text = e.clipboardData.getData('text/plain');
  const range = getSelection().rangeCount ? getSelection().getRangeAt(0).cloneRange() : null;
  const clean = html
    ? await ask('clean', { html, block: block(el) })
        .then((r) => r.json())
        .then((r) => r.html)
        .catch(() => null)
    : null;
  el.focus();
  insert(el, range, clean === null ? paragraphs(text, block(el)) : bare(clean));
});

document.addEventListener('mousedown', (e) => {
  if (e.target.closest?.('.tbar button')) e.preventDefault();
});
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('.tbar [data-do]');
  if (b) {
    const el = back();
    if (el) act(el, b.dataset.do);
    else tell('Click into a text first');
    return;
  }
  const chip = e.target.closest?.('.gf .fc');
  if (chip) openChip(chip.closest('.gf'), chip);
});

function act(el, what) {
  if (what === 'fact') {
    openFacts(el, false);
    return;
  }
  if (what === 'link') {
    openLink(el);
    return;
  }
  if (what === 'bold' || what === 'italic') run(what);
  else if (!block(el)) {
    tell('A line has no lists or headings');
    return;
  } else if (what === 'list') run('insertUnorderedList');
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
