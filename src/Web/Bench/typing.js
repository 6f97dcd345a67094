// Typing: what waits to be sent is kept in this browser until the server has it.
import { ask, bare, bench, field, place, rich, sectionOf, tell } from './page.js';
import { last } from './cursor.js';
import { hereIn, show } from './frame.js';
import { windowOpen } from './window.js';

/** Versions that this page has seen or made itself. */
export const own = new Set();
export const busy = () => Boolean(sending) || waiting.size > 0;
export const waiting = new Map();
let sending = null,
  timer = 0,
  offline = false;
const shelf = () => `typed ${bench().dataset.site}`;
const keep = () => {
  try {
    if (waiting.size) localStorage.setItem(shelf(), JSON.stringify([...waiting]));
    else localStorage.removeItem(shelf());
  } catch {
    /* a full shelf: it is still in hand */
  }
};

export function typed(el, html) {
  const job = { section: el.dataset.s, path: el.dataset.p, was: el.dataset.was };
  if (rich(el)) job.html = html ?? el.innerHTML;
  else job.text = el.value;
  const had = waiting.get(place(el));
  if (had) {
    job.was = had.was;
    job.tried = had.tried;
  }
  waiting.set(place(el), job);
  keep();
  tell('saving …');
  clearTimeout(timer);
  timer = setTimeout(send, 25);
}

export function send() {
  sending ??= sendAll().finally(() => {
    sending = null;
    if (waiting.size && !offline) send();
  });
  return sending;
}

async function sendAll() {
  while (waiting.size) {
    const [where, job] = waiting.entries().next().value;
    let answer;
    try {
      answer = await ask('type', job);
    } catch {
      unanswered(where, job);
      later('offline');
      return;
    }
    if (answer.redirected || answer.status === 401) {
      later('signed out');
      return;
    }
    // The form of a page from before a new sign-in is refused, whatever stands in it: nothing is wrong with the text.
    if (answer.status === 400) {
      later('old page');
      return;
    }
    if (answer.status >= 500) {
      unanswered(where, job);
      later('the server does not answer');
      return;
    }
    offline = false;
    const says = await answer.json().catch(() => ({}));
    const newer = waiting.get(where) !== job;
    if (!newer) waiting.delete(where);
    const el = field(where);
    if (answer.ok) took(el, says, where, newer);
    else if (answer.status === 409) {
      waiting.delete(where);
      if (el) differs(el, job, says);
    } else {
      waiting.delete(where);
      if (el) wrong(el, says.problem);
      tell('not saved', true);
    }
    keep();
  }
}

// It may have been saved all the same: the next one says so, lest the writer is taken for somebody else.
function unanswered(where, job) {
  const next = waiting.get(where);
  if (next) next.tried = [...(next.tried ?? []), job.html ?? job.text].slice(-8);
  keep();
}

const reasons = {
  'signed out': 'Your sign-in has ended; what you typed is kept here. Load the page to sign in.',
  'old page': 'This page is from before you signed in. What you typed is kept here; load the page and it is sent.',
};

function later(why) {
  offline = true;
  tell(reasons[why] ?? `${why}: ${waiting.size} ${waiting.size === 1 ? 'text' : 'texts'} kept here, sent later`, true);
  clearTimeout(timer);
  timer = setTimeout(send, 3000);
}
window.addEventListener('online', send);
window.addEventListener('pagehide', () => {
  if (waiting.size) for (const job of waiting.values()) ask('type', job).catch(() => {});
});

function took(el, says, where, newer) {
  bench().dataset.head = says.head;
  own.add(says.head);
  document.querySelectorAll('#bench input[name=revision]').forEach((i) => {
    i.value = says.head;
  });
  const stands = document.getElementById('stands');
  if (stands) stands.textContent = stands.textContent.replace(/^as release/, 'draft after release');
  const undo = document.querySelector('[data-key="z"]');
  if (undo) undo.disabled = false;
  if (newer) {
    waiting.get(where).was = says.text;
    delete waiting.get(where).tried;
  }
  if (el) {
    el.dataset.was = says.text;
    el.classList.add('kp');
    wrong(el, null);
    const s = sectionOf(el);
    s.dataset.v = says.version;
    if (!newer && rich(el) && document.activeElement !== el && !(last.field === el && windowOpen()) && el.innerHTML !== says.html)
      el.innerHTML = says.html;
    if (!hereIn(el.dataset.s)) show(el.dataset.s, says.shown);
  }
  tell('saved just now');
}

/** What was typed before the page was closed. */
export function unshelve() {
  try {
    for (const [where, job] of JSON.parse(localStorage.getItem(shelf()) ?? '[]')) waiting.set(where, job);
  } catch {
    localStorage.removeItem(shelf());
  }
  return waiting.size > 0;
}

// Something is wrong with a text.
function wrong(el, problem) {
  const old = document.getElementById(`${el.id}-bad`);
  if (!problem) {
    old?.remove();
    el.removeAttribute('aria-invalid');
    return;
  }
  const p = old ?? Object.assign(document.createElement('p'), { id: `${el.id}-bad`, className: 'bad' });
  p.setAttribute('role', 'alert');
  p.textContent = problem;
  el.setAttribute('aria-invalid', 'true');
  el.setAttribute('aria-describedby', p.id);
  el.after(p);
}

// Two people wrote in one passage: both versions are shown.
function differs(el, job, says) {
  document.getElementById(`${el.id}-clash`)?.remove();
  const box = document.createElement('div');
  box.id = `${el.id}-clash`;
  box.className = 'conflict';
  box.setAttribute('role', 'alert');
  const line = (tag, text, into = box) => {
    const e = document.createElement(tag);
    e.textContent = text;
    into.append(e);
    return e;
  };
  line('h3', `${says.who} changed this text while you wrote`);
  line('p', 'Nothing is lost: both versions are here. Yours stands in the field.').className = 'lbl';
  const two = document.createElement('div');
  two.className = 'two';
  for (const [name, html] of [
    [`${says.who}, ${says.when}`, says.theirsHtml],
    ['yours', rich(el) ? el.innerHTML : null],
  ]) {
    const d = document.createElement('div');
    line('span', name, d).className = 'lbl';
    const p = document.createElement('div');
    if (html === null) p.textContent = el.value;
    else p.append(...bare(html));
    d.append(p);
    two.append(d);
  }
  box.append(two);
  const row = line('p', '');
  row.className = 'row';
  const mine = line('button', 'Put mine in', row),
    theirs = line('button', `Keep ${says.who}’s`, row);
  mine.className = 'btn ink sm';
  theirs.className = 'btn sm';
  mine.type = theirs.type = 'button';
  mine.onclick = () => {
    box.remove();
    el.dataset.was = says.theirs;
    typed(el);
    const w = waiting.get(place(el));
    w.was = says.theirs;
    w.evenSo = true;
    el.focus();
  };
  theirs.onclick = () => {
    box.remove();
    el.dataset.was = says.theirs;
    if (rich(el)) el.innerHTML = says.theirsHtml;
    else el.value = says.theirs;
    wrong(el, null);
    tell('theirs stands');
    el.focus();
  };
  el.after(box);
  tell('two versions', true);
}
