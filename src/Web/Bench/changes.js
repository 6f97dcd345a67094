// All other changes: the answer is a page; only what differs is put in, so that nothing flickers and nothing typed is lost.
import { bench, galley, place, rich, tell } from './page.js';
import { under } from './cursor.js';
import { refresh, turn } from './frame.js';
import { busy, own, send, waiting } from './typing.js';

document.addEventListener('submit', (e) => {
  const form = e.target;
  if (!bench()?.contains(form) || form.method !== 'post') return;
  e.preventDefault();
  const by = e.submitter,
    data = new FormData(form, by ?? undefined),
    to = by?.getAttribute('formaction') ?? form.dataset.to ?? form.getAttribute('action') ?? '';
  by?.setAttribute('aria-busy', 'true');
  form.closest('details')?.removeAttribute('open');
  post(new URL(to, location.href), data).finally(() => by?.removeAttribute('aria-busy'));
});
async function post(url, data) {
  await send();
  if (data.has('revision')) data.set('revision', bench().dataset.head);
  // One's own change is told to all before its answer is here: it is no change of somebody else's.
  posting++;
  try {
    const answer = await fetch(url, { method: 'POST', body: data }).catch(() => null);
    if (!answer) {
      tell('offline: not done. Try again when there is a connection', true);
      return;
    }
    if (new URL(answer.url).pathname !== location.pathname) {
      location.href = answer.url;
      return;
    }
    merge(new DOMParser().parseFromString(await answer.text(), 'text/html'), answer.url);
  } finally {
    posting--;
  }
}
let posting = 0;
export async function load(url, said) {
  const answer = await fetch(url).catch(() => null);
  if (!answer?.ok || new URL(answer.url).pathname !== location.pathname) return;
  merge(new DOMParser().parseFromString(await answer.text(), 'text/html'), null, said);
}

function merge(doc, url, said) {
  const fresh = doc.getElementById('bench');
  if (!fresh) {
    location.reload();
    return;
  }
  const focus = document.activeElement?.id,
    scroll = galley().scrollTop,
    samePage = fresh.dataset.leaf === bench().dataset.leaf,
    hand = bench().dataset.section;
  const inHandNow = (s) =>
    [...s.querySelectorAll('.gf')].some(
      (f) => f === document.activeElement || waiting.has(place(f)) || document.getElementById(`${f.id}-clash`),
    );
  const old = new Map([...galley().querySelectorAll('.gs')].map((s) => [s.dataset.id, s]));
  const next = [...doc.querySelectorAll('#galley > *')].map((n) => {
    const had = n.classList.contains('gs') ? old.get(n.dataset.id) : null;
    if (!had) return document.adoptNode(n);
    if (had.dataset.v === n.dataset.v) return had;
    if (!inHandNow(had)) return document.adoptNode(n);
    // Somebody writes in it: the fields that are not in hand follow, all else stays until the hand leaves.
    for (const f of n.querySelectorAll('.gf')) {
      const mine = document.getElementById(f.id);
      if (!mine || waiting.has(place(mine)) || document.getElementById(`${mine.id}-clash`) || mine.dataset.was === f.dataset.was) continue;
      mine.dataset.was = f.dataset.was;
      if (!rich(mine)) mine.value = f.value;
      else if (mine === document.activeElement) under(mine, f.innerHTML);
      else mine.innerHTML = f.innerHTML;
    }
    return had;
  });
  const g = galley();
  next.forEach((n, i) => {
    if (g.children[i] !== n) g.insertBefore(n, g.children[i] ?? null);
  });
  while (g.children.length > next.length) g.lastElementChild.remove();
  for (const what of ['.galley > header', '.gfoot', '.work > .ticket', '#factlist', '.track', '#targets']) {
    const a = document.querySelector(what),
      b = doc.querySelector(what);
    if (a && b && a.outerHTML !== b.outerHTML) a.replaceWith(document.adoptNode(b));
  }
  for (const key of ['head', 'leaf', 'page', 'lang']) bench().dataset[key] = fresh.dataset[key];
  own.add(Number(fresh.dataset.head));
  document.querySelectorAll('#bench input[name=revision]').forEach((i) => {
    i.value = fresh.dataset.head;
  });
  const words = said ?? doc.getElementById('said')?.textContent.trim();
  if (words) {
    const s = document.getElementById('said');
    s.textContent = words;
    s.style.display = '';
    clearTimeout(merge.t);
    merge.t = setTimeout(() => {
      s.style.display = 'none';
    }, 8000);
  }
  tell(doc.getElementById('saved')?.textContent ?? '');
  if (url) {
    const u = new URL(url);
    u.hash = '';
    history.replaceState(null, '', u);
  }
  const wanted = (url && fresh.dataset.section) || hand,
    inHand = [...galley().querySelectorAll('.gs')].find((s) => s.dataset.id === wanted);
  document.querySelectorAll('.gs.cur').forEach((s) => {
    if (s !== inHand) s.classList.remove('cur');
  });
  if (inHand) {
    inHand.classList.add('cur');
    bench().dataset.section = wanted;
  }
  galley().scrollTop = samePage ? scroll : 0;
  if (focus && document.activeElement?.id !== focus) (document.getElementById(focus) ?? inHand)?.focus({ preventScroll: true });
  if (!document.activeElement || document.activeElement === document.body) inHand?.focus({ preventScroll: true });
  if (samePage) refresh();
  else turn(doc.querySelector('.sheetframe'));
  document.dispatchEvent(new CustomEvent('settle'));
}

// Others: each change that somebody saves is told; what it changed comes in.
let ear = null;
export function listen() {
  if (!bench() || ear || document.visibilityState !== 'visible') return;
  ear = new EventSource(`/sites/${bench().dataset.site}/bench/changes`);
  // After a gap, what was missed.
  let first = true;
  ear.onopen = () => {
    if (!first) missed = { head: -1, section: '', account: '', who: '' };
    first = false;
  };
  ear.onmessage = async (e) => {
    const c = JSON.parse(e.data);
    if (own.has(c.head) || Number(bench().dataset.head) === c.head || busy() || posting) {
      if (!own.has(c.head)) missed = c;
      return;
    }
    heard(c);
  };
}
let missed = null;
function heard(c) {
  missed = null;
  const part = [...document.querySelectorAll('.gs')].find((s) => s.dataset.id === c.section);
  load(
    location.href,
    c.who && c.account !== bench().dataset.account
      ? `${c.who} changed ${part ? part.getAttribute('aria-label').replace(/^\d+, /, '') : 'the site'}`
      : undefined,
  );
}
setInterval(() => {
  if (missed && !busy() && !posting) {
    if (own.has(missed.head)) missed = null;
    else heard(missed);
  }
}, 1500);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'visible') {
    listen();
    if (bench()) load(location.href);
  } else {
    ear?.close();
    ear = null;
  }
});
