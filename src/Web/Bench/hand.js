// What is in hand: the section, and how long its text is.
import { bench, frame, rich, sectionOf } from './page.js';

export function take(section) {
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
document.addEventListener('focusout', (e) => {
  if (e.target.classList?.contains('gf')) guide(null);
});

/** Says whether a text has a length that stands well in its layout. */
export function guide(el, text) {
  const g = document.getElementById('guide'),
    ideal = el?.dataset.ideal;
  if (!g) return;
  g.textContent = '';
  g.classList.remove('over');
  if (!ideal) return;
  const [least, most] = ideal.split('-').map(Number),
    n = (text ?? (rich(el) ? el.innerText : el.value)).trim().length;
  g.textContent =
    n > most
      ? `${n} letters, ${n - most} over what stands well here`
      : n < least
        ? `${n} letters, best ${least} to ${most}`
        : `${n} letters, stands well`;
  g.classList.toggle('over', n > most);
}
