(function () {
  var d = document;
  d.addEventListener('click', function (e) {
    var b = e.target.closest('.menu');
    if (b) b.setAttribute('aria-expanded', String(b.getAttribute('aria-expanded') !== 'true'));
  });
  // A second level of the menu: opened by its own button, shut by Escape.
  d.addEventListener('click', function (e) {
    var b = e.target.closest('.sub');
    [].forEach.call(d.querySelectorAll('.sub'), function (x) {
      x.setAttribute('aria-expanded', String(x === b && b.getAttribute('aria-expanded') !== 'true'));
    });
  });
  d.addEventListener('keydown', function (e) {
    var b = e.key === 'Escape' && e.target.closest('.has') && e.target.closest('.has').querySelector('.sub');
    if (b) {
      b.setAttribute('aria-expanded', 'false');
      b.focus();
    }
  });
  // The pop-up: by a link, or when the pointer leaves for the tabs, at most once in so many days; a phone has no pointer, there by turning back from far down.
  var pop = d.getElementById('popup');
  if (pop && pop.showModal) {
    d.addEventListener('click', function (e) {
      if (e.target.closest('a[href="#popup"]')) {
        e.preventDefault();
        pop.showModal();
      }
      if (e.target === pop) pop.close();
    });
    var days = Number(pop.getAttribute('data-days')),
      shown = false,
      deep = 0,
      since = Date.now();
    var away = function () {
      try {
        return Date.now() - Number(localStorage.getItem('popup-away') || 0) < days * 864e5;
      } catch (x) {
        return true;
      }
    };
    var leave = function () {
      if (shown || pop.open || !days || Date.now() - since < 8000 || away() || (d.activeElement && d.activeElement.closest('form'))) return;
      shown = true;
      pop.showModal();
    };
    pop.addEventListener('close', function () {
      try {
        localStorage.setItem('popup-away', Date.now());
      } catch (x) {}
    });
    d.documentElement.addEventListener('mouseleave', function (e) {
      if (e.clientY <= 0) leave();
    });
    if (matchMedia('(hover: none)').matches)
      addEventListener(
        'scroll',
        function () {
          deep = Math.max(deep, scrollY);
          if (deep > d.documentElement.scrollHeight * 0.5 && deep - scrollY > innerHeight * 1.5) leave();
        },
        { passive: true },
      );
  }
  // What counts is loaded after a yes and never before; the answer stays in this browser.
  var ask = d.getElementById('consent'),
    counting = d.querySelector('meta[name=counting]');
  if (ask && counting) {
    var count = function () {
        counting.content.split(' ').forEach(function (u) {
          var s = d.createElement('script');
          s.src = u;
          s.async = true;
          d.head.appendChild(s);
        });
      },
      said = null;
    try {
      said = JSON.parse(localStorage.getItem('counting'));
    } catch (x) {}
    if (said && Date.now() - said.at < Number(ask.getAttribute('data-days')) * 864e5) {
      if (said.yes) count();
    } else ask.hidden = false;
    d.addEventListener('click', function (e) {
      var b = e.target.closest('[data-consent]'),
        v = b && b.getAttribute('data-consent');
      if (v === 'ask') {
        ask.hidden = false;
        ask.querySelector('button').focus();
      }
      if (v !== 'yes' && v !== 'no') return;
      try {
        localStorage.setItem('counting', JSON.stringify({ yes: v === 'yes', at: Date.now() }));
      } catch (x) {}
      ask.hidden = true;
      if (v === 'yes') count();
      else if (said && said.yes) location.reload();
    });
  }
  [].forEach.call(d.querySelectorAll('[data-until]'), function (e) {
    var t = new Date(e.getAttribute('data-until') + 'T23:59:59'),
      s = e.closest('section');
    if (s && t < new Date()) s.hidden = true;
  });
  [].forEach.call(d.querySelectorAll('[data-slide]'), function (e) {
    e.addEventListener('input', function () {
      e.parentNode.style.setProperty('--at', e.value + '%');
    });
  });
  [].forEach.call(d.querySelectorAll('form[data-v]'), function (f) {
    f.noValidate = true;
    var stamp = f.elements.stamp,
      asked = false;
    f.addEventListener('focusin', function () {
      if (asked || !stamp || stamp.value) return;
      asked = true;
      fetch(f.getAttribute('action') + '/stamp')
        .then(function (r) {
          return r.ok ? r.text() : '';
        })
        .then(function (t) {
          stamp.value = t;
        })
        .catch(function () {
          asked = false;
        });
    });
    function check(el) {
      var e = d.getElementById(el.id + '-e');
      if (!e) return true;
      var ok = el.checkValidity();
      e.hidden = ok;
      if (ok) el.removeAttribute('aria-invalid');
      else el.setAttribute('aria-invalid', 'true');
      return ok;
    }
    f.addEventListener(
      'blur',
      function (ev) {
        if (ev.target.getAttribute && ev.target.getAttribute('aria-invalid')) check(ev.target);
      },
      true,
    );
    f.addEventListener('submit', function (ev) {
      var bad = [].filter.call(f.elements, function (el) {
          return el.id && !check(el);
        }),
        s = f.querySelector('.sum');
      if (!bad.length) {
        s.hidden = true;
        return;
      }
      ev.preventDefault();
      s.hidden = false;
      s.textContent = bad.length === 1 ? f.getAttribute('data-one') : f.getAttribute('data-many').replace('#', bad.length);
      bad[0].focus();
    });
  });
})();
