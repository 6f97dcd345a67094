// Runs inside a sheet in its sandbox: tells the page around it which passage was clicked.
(function () {
  var style = document.createElement('link');
  style.rel = 'stylesheet';
  style.href = '/js/sheet.css';
  document.head.appendChild(style);
  document.addEventListener('click', function (e) {
    var p = e.target.closest('[data-p]'), s = e.target.closest('[data-s]');
    if (e.target.closest('form')) e.preventDefault();
    if (!s && !p) return;
    if (!e.target.closest('a,summary,button,input,textarea,label')) e.preventDefault();
    document.querySelectorAll('.in-hand').forEach(function (x) { x.classList.remove('in-hand'); });
    (p || s).classList.add('in-hand');
    parent.postMessage({ section: s ? s.getAttribute('data-s') : p.getAttribute('data-p').split('/')[0], place: p ? p.getAttribute('data-p') : null, quote: p ? p.textContent.trim().slice(0, 200) : '' }, '*');
  });
  // Two sheets side by side show the same place: the section at the top and how far it has gone by, since looks differ in height.
  var led = 0;
  function place() {
    var all = document.querySelectorAll('[data-s]'), at = null;
    all.forEach(function (s) { var r = s.getBoundingClientRect(); if (r.top <= 8 && r.bottom > 8) at = { id: s.getAttribute('data-s'), f: (8 - r.top) / Math.max(1, r.height) }; });
    return at || { id: '', f: window.scrollY / Math.max(1, document.documentElement.scrollHeight - window.innerHeight) };
  }
  window.addEventListener('scroll', function () { if (Date.now() > led) parent.postMessage({ at: place() }, '*'); }, { passive: true });
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data || !e.data.to) return;
    led = Date.now() + 250;
    var s = e.data.to.id && document.querySelector('[data-s="' + CSS.escape(e.data.to.id) + '"]');
    var y = s ? s.getBoundingClientRect().top + window.scrollY + e.data.to.f * s.getBoundingClientRect().height - 8 : e.data.to.f * Math.max(0, document.documentElement.scrollHeight - window.innerHeight);
    window.scrollTo({ top: y, behavior: 'instant' });
  });
  document.addEventListener('submit', function (e) { e.preventDefault(); });
})();
