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
  document.addEventListener('submit', function (e) { e.preventDefault(); });
})();
