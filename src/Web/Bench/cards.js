// Sections laid out to choose from: a list beside a sheet that shows the same ones. Everything works by the list alone.
const frame = () => document.querySelector('.cardframe');
const items = () => [...document.querySelectorAll('[data-card]')];
const shown = () => items().filter((i) => !i.hidden);
const tell = (message) => frame()?.contentWindow?.postMessage(message, '*');

// Drawn as on a wide screen, whatever the pane has.
const WIDE = 1400;
function fit() {
  const f = frame();
  if (!f) return;
  const scale = f.parentElement.clientWidth / WIDE;
  f.style.width = `${WIDE}px`;
  f.style.height = `${f.parentElement.clientHeight / scale}px`;
  f.style.transform = `scale(${scale})`;
}
window.addEventListener('resize', fit);

function lay() {
  fit();
  tell({
    cards: shown().map((i) => ({
      id: i.dataset.card,
      label: i.querySelector('b').textContent,
      note: i.querySelector('.lbl')?.textContent ?? '',
      now: i.classList.contains('now'),
    })),
  });
}
window.addEventListener('message', (e) => {
  if (!frame() || e.source !== frame().contentWindow) return;
  if (e.data.cardsReady) lay();
  if (e.data.card)
    items()
      .find((i) => i.dataset.card === e.data.card)
      ?.querySelector('button')
      .click();
});
document.addEventListener('focusin', (e) => {
  const i = e.target.closest?.('[data-card]');
  if (i) tell({ cardAt: i.dataset.card });
});
document.addEventListener('mouseover', (e) => {
  const i = e.target.closest?.('[data-card]');
  if (i) tell({ cardAt: i.dataset.card, still: true });
});
document.addEventListener('narrowed', lay);
// The frame may have been ready before anybody listened.
if (frame()) lay();
