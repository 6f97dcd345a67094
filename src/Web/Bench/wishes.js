// Wishes in plain words: first what was understood, with the sheet as it would be; then all of it as one change.
import { ask, bench, frame, put, tell } from './page.js';
import { load } from './changes.js';
import { refresh } from './frame.js';
import { own, send } from './typing.js';

let wish = null;
document.addEventListener('submit', (e) => {
  if (e.target.id === 'say') {
    e.preventDefault();
    look().finally(() => document.querySelector('#say [aria-busy]')?.removeAttribute('aria-busy'));
  }
});
async function look(except = []) {
  const words = document.getElementById('sayin').value,
    bad = document.getElementById('say-bad');
  await send();
  const answer = await ask('say', { words, leaf: bench().dataset.leaf, section: bench().dataset.section || null, except }).catch(
    () => null,
  );
  const says = await answer?.json().catch(() => null);
  bad.textContent = answer?.ok ? '' : (says?.problem ?? 'The server does not answer; what you said is still here.');
  if (!answer?.ok) return;
  wish = { words, except, head: says.head, leaf: bench().dataset.leaf, section: bench().dataset.section || null };
  const box = document.getElementById('heard'),
    held = box.contains(document.activeElement) ? document.activeElement.id : null;
  box.replaceChildren();
  for (const a of says.acts) {
    const l = put(box, 'label');
    const tick = put(l, 'input', { type: 'checkbox', id: `heard-${a.code}`, checked: !except.includes(a.code) });
    tick.onchange = () => look(tick.checked ? except.filter((c) => c !== a.code) : [...except, a.code]);
    const words2 = put(l, 'span', {}, a.says);
    put(words2, 'span', { className: 'lbl' }, `“${a.words}”`);
  }
  for (const m of says.missed) {
    const d = put(box, 'div', { className: 'not' });
    put(d, 'b', {}, `${m.understood ? 'Cannot be done' : 'Not understood'}: “${m.words}”`);
    put(d, 'span', { className: 'lbl' }, m.why.replace(/^Not understood: .*?\. /, ''));
  }
  const left = says.acts.filter((a) => !except.includes(a.code)).length;
  const r = put(box, 'p', { className: 'row' });
  if (left) {
    const b = put(r, 'button', { type: 'button', className: 'btn ink sm' }, left === 1 ? 'Do it' : `Do all ${left}`);
    b.onclick = agree;
    b.dataset.key = 'ctrl+enter';
  }
  const no = put(r, 'button', { type: 'button', className: 'btn sm' }, 'Leave it');
  no.onclick = leave;
  box.hidden = false;
  if (held) document.getElementById(held)?.focus();
  document.querySelector('.sheetpane').classList.toggle('asif', left > 0);
  tell(left ? 'as it would be' : 'nothing changed');
  if (left) {
    const html = await fetch(says.sheet)
      .then((x) => (x.ok ? x.text() : null))
      .catch(() => null);
    if (html) frame().contentWindow.postMessage({ page: html, base: new URL(says.sheet, location.href).href }, '*');
  } else refresh();
}
async function agree() {
  const answer = await ask('say', { ...wish, revision: wish.head }).catch(() => null),
    says = await answer?.json().catch(() => null);
  if (!answer?.ok) {
    document.getElementById('say-bad').textContent = says?.problem ?? 'The server does not answer; nothing was changed.';
    if (answer?.status === 409) look(wish.except);
    return;
  }
  own.add(says.head);
  document.getElementById('sayin').value = '';
  hush();
  await load(location.href, says.said);
}
/** Says what the page was opened with: the words of a mark. */
export function sayFirst() {
  if (document.getElementById('sayin')?.value) look();
}

function hush() {
  wish = null;
  document.getElementById('heard').hidden = true;
  document.getElementById('say-bad').textContent = '';
  document.querySelector('.sheetpane').classList.remove('asif');
}
function leave() {
  hush();
  tell('left as it was');
  refresh();
  document.getElementById('sayin').focus();
}
document.addEventListener(
  'keydown',
  (e) => {
    if (e.key === 'Escape' && wish && e.target.closest?.('.saybox')) {
      e.preventDefault();
      e.stopPropagation();
      leave();
    }
  },
  true,
);
