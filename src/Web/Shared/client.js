// A client's proof: clicking a passage of the page pins the mark to it.
window.addEventListener('message', (e) => {
  const frame = document.querySelector('.sheetframe');
  if (!frame || e.source !== frame.contentWindow || typeof e.data?.place !== 'string') return;
  const place = document.getElementById('place');
  if (!place || ![...place.options].some((o) => o.value === e.data.place)) return;
  place.value = e.data.place;
  document.getElementById('quote').value = String(e.data.quote ?? '');
  document.getElementById('text').focus({ preventScroll: window.innerWidth > 720 });
});

// A lookbook: two looks side by side go to the same place, and flipping to another look or page width keeps it.
const book = document.querySelector('[data-book]');
if (book) {
  const frames = [...book.querySelectorAll('iframe.flip')],
    key = `place ${book.dataset.book} ${new URLSearchParams(location.search).get('leaf') ?? ''}`;
  const fit = () =>
    frames.forEach((f) => {
      const wide = f.parentElement.clientWidth,
        drawn = wide >= 700 || window.innerWidth < 720 ? Math.max(320, wide) : 1100,
        scale = wide / drawn;
      f.style.width = `${drawn}px`;
      f.style.height = `${(f.parentElement.clientHeight - 22) / scale}px`;
      f.style.transform = `scale(${scale})`;
    });
  fit();
  window.addEventListener('resize', fit);
  window.addEventListener('message', (e) => {
    const from = frames.find((f) => f.contentWindow === e.source);
    if (!from || !e.data?.at) return;
    const at = { id: String(e.data.at.id ?? ''), f: Number(e.data.at.f) || 0 };
    sessionStorage.setItem(key, JSON.stringify(at));
    frames.filter((f) => f !== from).forEach((f) => f.contentWindow.postMessage({ to: at }, '*'));
  });
  const back = sessionStorage.getItem(key);
  if (back)
    frames.forEach((f) =>
      f.addEventListener('load', () => setTimeout(() => f.contentWindow.postMessage({ to: JSON.parse(back) }, '*'), 60), { once: true }),
    );
}
