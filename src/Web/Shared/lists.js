// A choice that leads to another view of the page.
document.addEventListener(
  'change',
  (e) => {
    if (e.target.matches?.('[data-go-to]')) {
      e.stopPropagation();
      location.search = e.target.value;
    }
  },
  true,
);
// The outline shows what holds all the words.
document.addEventListener('input', (e) => {
  if (e.target.id !== 'outfind') return;
  const words = e.target.value.toLowerCase().split(/\s+/).filter(Boolean);
  for (const page of document.querySelectorAll('.outpage')) {
    const whole = words.every((w) => page.querySelector('h3').textContent.toLowerCase().includes(w));
    for (const li of page.querySelectorAll('ol > li')) li.hidden = !whole && !words.every((w) => li.textContent.toLowerCase().includes(w));
    page.hidden = !whole && !page.querySelector('ol > li:not([hidden])');
  }
});
// Ticks all at once.
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('[data-tick]');
  if (b)
    b.closest('form')
      .querySelectorAll('input[type=checkbox]')
      .forEach((i) => {
        if (!i.closest('[hidden]')) i.checked = b.dataset.tick === 'all';
      });
});
// A suggested phrase goes into the list.
document.addEventListener('click', (e) => {
  const b = e.target.closest?.('[data-phrase]'),
    list = b && document.getElementById('phrases');
  if (!list) return;
  list.value = [...list.value.split('\n').filter((l) => l.trim()), b.dataset.phrase].join('\n');
  b.remove();
  list.dispatchEvent(new Event('input', { bubbles: true }));
  list.focus();
});
