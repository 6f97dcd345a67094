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
