(function () {
  var d = document, root = d.documentElement;
  root.classList.add('js');
  var b = d.querySelector('.menu');
  if (b) b.addEventListener('click', function () { b.setAttribute('aria-expanded', String(b.getAttribute('aria-expanded') !== 'true')); });
  var f = d.querySelector('form[data-v]');
  if (!f) return;
  f.noValidate = true;
  var stamp = f.elements.stamp, asked = false;
  f.addEventListener('focusin', function () {
    if (asked || !stamp || stamp.value) return;
    asked = true;
    fetch(f.getAttribute('action') + '/stamp').then(function (r) { return r.ok ? r.text() : ''; }).then(function (t) { stamp.value = t; }).catch(function () { asked = false; });
  });
  function check(el) {
    var e = d.getElementById(el.id + '-e');
    if (!e) return true;
    var ok = el.checkValidity();
    e.hidden = ok;
    if (ok) el.removeAttribute('aria-invalid'); else el.setAttribute('aria-invalid', 'true');
    return ok;
  }
  f.addEventListener('blur', function (ev) { if (ev.target.getAttribute && ev.target.getAttribute('aria-invalid')) check(ev.target); }, true);
  f.addEventListener('submit', function (ev) {
    var bad = [].filter.call(f.elements, function (el) { return el.id && !check(el); }), s = f.querySelector('.sum');
    if (!bad.length) { s.hidden = true; return; }
    ev.preventDefault();
    s.hidden = false;
    s.textContent = bad.length === 1 ? 'One box needs another look.' : bad.length + ' boxes need another look.';
    bad[0].focus();
  });
})();
