// Keys, the sheet's frame, and small comforts. Everything works without it.
import '/js/shared/state.js';
import '/js/plans/plan.js';
import '/js/bench/bench.js';
import '/js/bench/cards.js';
import '/js/shared/lists.js';
import '/js/standards/standards.js';
import '/js/bench/ruler.js';
import { keysHere, openFinder } from '/js/shared/finder.js';
import { judge, place, screens } from '/js/bench/firstscreen.js';

const typing = (el) => el && (el.matches?.('input:not([type=checkbox],[type=radio]),textarea,select') || el.isContentEditable);

const keyOf = (e) =>
  [
    e.ctrlKey || e.metaKey ? 'ctrl' : '',
    (e.shiftKey && e.key.length > 1) || (e.shiftKey && /^[a-z]$/i.test(e.key)) ? 'shift' : '',
    e.key.toLowerCase(),
  ]
    .filter(Boolean)
    .join('+');
let going = 0;

document.addEventListener('keydown', (e) => {
  if (e.altKey) return;
  const dialog = document.querySelector('dialog[open]');
  if (dialog) return;
  const key = keyOf(e);
  if (typing(e.target)) {
    if (e.key === 'Escape') e.target.blur();
    else if (key === 'ctrl+enter') press('ctrl+enter', e);
    return;
  }
  if (key === 'ctrl+enter') {
    press(key, e);
    return;
  }
  if (e.ctrlKey || e.metaKey) return;
  if (Date.now() - going < 1500 && key !== 'g') {
    const to = document.querySelector(`[data-go="${CSS.escape(key)}"]`);
    going = 0;
    if (to) {
      e.preventDefault();
      location.href = to.href;
    }
    return;
  }
  if (key === 'g') {
    going = Date.now();
    return;
  }
  if (e.key === '?') {
    e.preventDefault();
    showKeys();
    return;
  }
  if (e.key === ',') {
    e.preventDefault();
    openFinder();
    return;
  }
  if (key === 'j' || key === 'k' || key === 'arrowdown' || key === 'arrowup') {
    const rows = [...document.querySelectorAll('[data-row]')].filter((r) => r.offsetParent !== null || r.closest('svg'));
    const at = rows.indexOf(document.activeElement);
    if ((key.startsWith('arrow') && at < 0) || rows.length === 0) return;
    const next = rows[Math.min(rows.length - 1, Math.max(0, at + (key === 'j' || key === 'arrowdown' ? 1 : -1)))];
    e.preventDefault();
    next.focus();
    next.scrollIntoView({ block: 'nearest' });
    return;
  }
  press(key, e);
});

function press(key, e) {
  // A key of a section is that of the section in hand.
  const el = [...document.querySelectorAll(`[data-key="${CSS.escape(key)}"]:not([disabled])`)].find(
    (b) => !b.closest('.gs') || b.closest('.gs.cur'),
  );
  if (!el) return;
  e.preventDefault();
  if (typing(el)) {
    el.focus();
    el.select?.();
  } else el.click();
}

function showKeys() {
  const d = document.getElementById('key-sheet');
  if (!d) return;
  keysHere(d);
  d.showModal();
  d.tabIndex = -1;
  d.focus();
  d.scrollTop = 0;
}
document.getElementById('show-keys')?.addEventListener('click', showKeys);
document.getElementById('find-command')?.addEventListener('click', openFinder);
// A choice that is sent by itself says where to, where its form has several.
document.addEventListener('change', (e) => {
  if (!e.target.matches?.('[data-submit]')) return;
  const { form, dataset } = e.target;
  if (dataset.to) {
    form.dataset.to = dataset.to;
    if (!form.closest('#bench')) form.action = new URL(dataset.to, location.href);
  }
  form.requestSubmit();
});

// A busy mark on whatever was pressed, until the page changes.
document.addEventListener('submit', (e) => {
  e.submitter?.setAttribute('aria-busy', 'true');
});
window.addEventListener('pageshow', () => document.querySelectorAll('[aria-busy]').forEach((b) => b.removeAttribute('aria-busy')));

// What is sent stays in this tab until the next page: where the sending was refused, it stands in the form again.
const sent = 'sent';
const written = (form) =>
  [...form.elements].filter((el) => el.name && !/^(hidden|password|file|submit|button)$/.test(el.type) && el.type !== 'fieldset');
document.addEventListener('submit', (e) => {
  const form = e.target,
    at = [...document.forms].indexOf(form),
    values = written(form).map((el) => [el.name, /^(checkbox|radio)$/.test(el.type) ? el.checked : el.value]);
  try {
    sessionStorage.setItem(sent, JSON.stringify({ path: location.pathname, at, values }));
  } catch {
    // More than a tab may keep: nothing is given back then.
  }
});
const back = 'giveBack' in document.body.dataset && JSON.parse(sessionStorage.getItem(sent) ?? 'null');
if (back && back.path === location.pathname && document.forms[back.at]) {
  written(document.forms[back.at]).forEach((el, i) => {
    const [name, value] = back.values[i] ?? [];
    if (name !== el.name) return;
    if (/^(checkbox|radio)$/.test(el.type)) el.checked = value;
    else el.value = value;
    el.closest('details')?.setAttribute('open', '');
  });
}
sessionStorage.removeItem(sent);

// The sheet: drawn at one of three widths and scaled into its pane.
let width = Number(sessionStorage.getItem('sheet-width')) || 1280;
function fit() {
  const frame = document.querySelector('.sheetframe');
  const view = frame?.closest('.view, .canvas');
  if (!frame || !view || !document.querySelector('[data-width]')) return;
  const scale = Math.min(1, (view.clientWidth - 16) / width);
  frame.style.width = `${width}px`;
  frame.style.height = `${view.clientHeight / scale}px`;
  frame.style.transform = `scale(${scale})`;
  document.querySelectorAll('[data-width]').forEach((b) => b.setAttribute('aria-pressed', String(Number(b.dataset.width) === width)));
  document.dispatchEvent(new CustomEvent('sheet-width', { detail: width }));
}
document.addEventListener('want-width', (e) => {
  width = e.detail;
  sessionStorage.setItem('sheet-width', width);
  fit();
});
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('[data-width]');
  if (!b) return;
  width = Number(b.dataset.width);
  sessionStorage.setItem('sheet-width', width);
  fit();
});
window.addEventListener('resize', fit);

// The first screen: measured at three widths inside the sheet, judged here, drawn over the sheet at the width that is shown.
const asked = (frame, height, draw) =>
  new Promise((done) => {
    const take = (e) => {
      if (e.source === frame.contentWindow && e.data?.screen) {
        window.removeEventListener('message', take);
        done(e.data.screen);
      }
    };
    window.addEventListener('message', take);
    frame.contentWindow.postMessage({ measure: { height, draw } }, '*');
  });
async function firstScreen(box) {
  const frame = document.querySelector('.sheetframe'),
    list = box.querySelector('.screens'),
    back = frame.style.width,
    high = frame.style.height;
  box.hidden = false;
  list.replaceChildren();
  let bad = 0;
  for (const [w, h] of screens) {
    frame.style.width = `${w}px`;
    frame.style.height = `${h}px`;
    await new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
    const r = await asked(frame, h, false),
      found = judge(r),
      row = document.createElement('li');
    bad += found.length;
    const line = (tag, text, css) => {
      const e = document.createElement(tag);
      e.textContent = text;
      if (css) e.className = css;
      row.append(e);
    };
    line('b', `${w} × ${h} px`);
    line(
      'span',
      `name ${place(r.name, h)}, promise ${place(r.promise, h)}, action ${place(r.action, h)}${r.contrast ? `, stands out ${r.contrast}:1` : ''}`,
      'lbl',
    );
    for (const f of found) line('p', `${f.says} ${f.change}`, 'warn');
    if (!found.length) line('p', 'All three stand on the first screen.', 'okline');
    list.append(row);
  }
  frame.style.width = back;
  frame.style.height = high;
  fit();
  await asked(frame, screens.find(([w]) => w >= width)?.[1] ?? 800, true);
  box.querySelector('.sum').textContent = bad ? `${bad} ${bad === 1 ? 'thing' : 'things'} to change` : 'Nothing to change';
}
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('[data-screen]');
  if (!b) return;
  const box = document.getElementById('screenbox'),
    on = b.getAttribute('aria-pressed') !== 'true';
  b.setAttribute('aria-pressed', String(on));
  if (on) firstScreen(box);
  else {
    box.hidden = true;
    document.querySelector('.sheetframe').contentWindow.postMessage({ clear: true }, '*');
  }
});

function settle() {
  fit();
}
document.addEventListener('settle', settle);
document.addEventListener('htmx:after:swap', settle);
document.addEventListener('htmx:afterSwap', settle);
settle();
