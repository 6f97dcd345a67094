(function () {
  var d = document;
  d.addEventListener('click', function (e) {
    var b = e.target.closest('.menu');
    if (b) b.setAttribute('aria-expanded', String(b.getAttribute('aria-expanded') !== 'true'));
  });
  [].forEach.call(d.querySelectorAll('[data-until]'), function (e) {
    var t = new Date(e.getAttribute('data-until') + 'T23:59:59'), s = e.closest('section');
    if (s && t < new Date()) s.hidden = true;
  });
  [].forEach.call(d.querySelectorAll('[data-slide]'), function (e) {
    e.addEventListener('input', function () { e.parentNode.style.setProperty('--at', e.value + '%'); });
  });
  [].forEach.call(d.querySelectorAll('form[data-v]'), function (f) {
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
      s.textContent = bad.length === 1 ? f.getAttribute('data-one') : f.getAttribute('data-many').replace('#', bad.length);
      bad[0].focus();
    });
  });
})();
