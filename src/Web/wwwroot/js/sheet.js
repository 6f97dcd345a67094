// Runs inside a sheet in its sandbox: tells the page around it which passage was clicked.
(function () {
  var style = document.createElement('link');
  style.rel = 'stylesheet';
  style.href = '/js/sheet.css';
  document.head.appendChild(style);
  var measuring = document.createElement('script');
  measuring.src = '/js/measure.js';
  document.head.appendChild(measuring);
  // The first screen: measured when asked, and drawn over the page with lines that never print.
  function draw(r) {
    document.querySelectorAll('.first-screen').forEach(function (x) { x.remove(); });
    if (!r) return;
    [['fold', { x: 0, y: r.height, w: r.width, h: 0 }, 'first screen, ' + r.height + ' px'], ['name', r.name, 'name'], ['promise', r.promise, 'promise'], ['action', r.action, 'main action']].forEach(function (m) {
      if (!m[1]) return;
      var e = document.createElement('div');
      e.className = 'first-screen ' + m[0];
      e.style.left = m[1].x + 'px'; e.style.top = m[1].y + 'px'; e.style.width = m[1].w + 'px'; e.style.height = m[1].h + 'px';
      e.setAttribute('data-label', m[2]);
      document.body.appendChild(e);
    });
  }
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data) return;
    if (e.data.measure && window.measureFirstScreen) { var r = window.measureFirstScreen(e.data.measure.height); parent.postMessage({ screen: r }, '*'); if (e.data.measure.draw) { draw(r); window.scrollTo(0, 0); } }
    if (e.data.clear) draw(null);
  });
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
