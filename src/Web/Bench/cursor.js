// The cursor in a text: where it was, and what is put in at it.
import { rich } from './page.js';
import { typed } from './typing.js';

/** The field and the place in it that were last in hand: a press on the small bar or a small window takes the cursor away. */
export const last = { field: null, range: null };
document.addEventListener('selectionchange', () => {
  const el = document.activeElement?.closest?.('.gf');
  if (el && rich(el) && getSelection().rangeCount) {
    last.field = el;
    last.range = getSelection().getRangeAt(0).cloneRange();
  }
});
export const select = (range) => {
  const s = getSelection();
  s.removeAllRanges();
  s.addRange(range);
};

/** Puts the cursor at the beginning of a text, or at its end. */
export function caret(el, start) {
  const r = document.createRange();
  r.selectNodeContents(el);
  r.collapse(start);
  select(r);
}

/** Goes back to where one wrote; null where that is gone. */
export function back() {
  if (!last.field?.isConnected) return null;
  last.field.focus();
  if (last.range && last.field.contains(last.range.startContainer)) select(last.range);
  else caret(last.field, false);
  return last.field;
}

// Clean words where the range is: inline, or as paragraphs after the one that holds the cursor, with its rest at their end.
export function insert(el, range, nodes) {
  const at = range ?? (caret(el, false), getSelection().getRangeAt(0));
  at.deleteContents();
  const blocks = nodes.filter((n) => n.nodeType === 1 && /^(P|UL|OL|H3|H4|BLOCKQUOTE)$/.test(n.tagName));
  let end;
  if (blocks.length < 2 && (!blocks.length || blocks[0].tagName === 'P')) {
    const inline = blocks.length ? [...blocks[0].childNodes] : nodes;
    end = inline.at(-1);
    for (const n of inline.slice().reverse()) at.insertNode(n);
  } else {
    let home = at.startContainer === el ? (el.childNodes[at.startOffset - 1] ?? null) : at.startContainer;
    while (home && home.parentNode !== el) home = home.parentNode;
    const tail = document.createRange();
    tail.setStart(at.startContainer, at.startOffset);
    if (home) tail.setEndAfter(home);
    else tail.setEnd(el, el.childNodes.length);
    const rest = tail.extractContents();
    if (home && blocks[0].tagName === 'P' && home.tagName === 'P') {
      home.append(...blocks.shift().childNodes);
      end = home.lastChild;
    }
    for (const n of blocks) {
      if (home) home.after(n);
      else el.append(n);
      home = n;
    }
    end = home;
    if (rest.textContent.trim())
      home.after(
        ...[...rest.childNodes].map((n) =>
          n.nodeType === 1 && n.tagName === 'P' ? n : Object.assign(document.createElement('p'), { textContent: n.textContent }),
        ),
      );
  }
  if (end) {
    const r = document.createRange();
    r.selectNodeContents(end.nodeType === 1 ? end : end.parentNode);
    if (end.nodeType === 3) r.setStart(end, end.data.length);
    r.collapse(end.nodeType === 3);
    select(r);
  }
  el.dataset.put = '1';
  typed(el);
}

// New words under a cursor, which stays as many letters from the beginning as it was.
export function under(el, html) {
  const s = getSelection(),
    r = document.createRange();
  r.selectNodeContents(el);
  if (s.rangeCount && el.contains(s.focusNode)) r.setEnd(s.focusNode, s.focusOffset);
  let left = r.toString().length;
  el.innerHTML = html;
  const walk = document.createTreeWalker(el, NodeFilter.SHOW_TEXT);
  for (let n = walk.nextNode(); n; n = walk.nextNode()) {
    if (left <= n.data.length && !n.parentElement.closest('.fc')) {
      r.setStart(n, left);
      r.collapse(true);
      select(r);
      return;
    }
    left = Math.max(0, left - n.data.length);
  }
  caret(el, false);
}

export function paragraphs(text, blocks) {
  const parts = blocks ? text.trim().split(/\n\s*\n/) : [text];
  if (parts.length === 1) return [document.createTextNode(text.replace(/\s+/g, ' '))];
  return parts.map((p) => Object.assign(document.createElement('p'), { textContent: p.replace(/\s+/g, ' ').trim() }));
}

// Puts a chip where the range is, or nothing; what the range holds goes, and so does a brace before it. One can go on writing after it.
export function set(el, range, chip, brace) {
  el.focus();
  const at = range ?? (caret(el, false), getSelection().getRangeAt(0));
  if (brace && at.startContainer.nodeType === 3 && at.startContainer.data[at.startOffset - 1] === '{')
    at.setStart(at.startContainer, at.startOffset - 1);
  at.deleteContents();
  if (chip) {
    at.insertNode(chip);
    const after = chip.nextSibling;
    if (!after || after.nodeType !== 3 || !after.data.length) {
      const gap = document.createTextNode('\u00a0');
      chip.after(gap);
      at.setStart(gap, 1);
    } else at.setStart(after, 0);
  }
  at.collapse(true);
  select(at);
  el.dataset.put = '1';
  typed(el);
}
