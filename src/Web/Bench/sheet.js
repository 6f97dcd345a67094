// Runs inside a sheet in its sandbox: tells the page around it which passage was clicked.
(function () {
  var style = document.createElement('link');
  style.rel = 'stylesheet';
  style.href = '/js/bench/sheet.css';
  document.head.appendChild(style);
  var measuring = document.createElement('script');
  measuring.src = '/js/bench/measure.js';
  document.head.appendChild(measuring);
  // The first screen: measured when asked, and drawn over the page with lines that never print.
  function draw(r) {
    document.querySelectorAll('.first-screen').forEach(function (x) {
      x.remove();
    });
    if (!r) return;
    [
      ['fold', { x: 0, y: r.height, w: r.width, h: 0 }, 'first screen, ' + r.height + ' px'],
      ['name', r.name, 'name'],
      ['promise', r.promise, 'promise'],
      ['action', r.action, 'main action'],
    ].forEach(function (m) {
      if (!m[1]) return;
      var e = document.createElement('div');
      e.className = 'first-screen ' + m[0];
      e.style.left = m[1].x + 'px';
      e.style.top = m[1].y + 'px';
      e.style.width = m[1].w + 'px';
      e.style.height = m[1].h + 'px';
      e.setAttribute('data-label', m[2]);
      document.body.appendChild(e);
    });
  }
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data) return;
    if (e.data.measure && window.measureFirstScreen) {
      var r = window.measureFirstScreen(e.data.measure.height);
      parent.postMessage({ screen: r }, '*');
      if (e.data.measure.draw) {
        draw(r);
        window.scrollTo(0, 0);
      }
    }
    if (e.data.clear) draw(null);
  });
  // Faults of layout, measured when asked, once letters and pictures are there.
  var measuringFaults = document.createElement('script');
  measuringFaults.src = '/js/bench/faults.js';
  document.head.appendChild(measuringFaults);
  function faults() {
    if (!window.measureFaults) {
      measuringFaults.addEventListener('load', faults, { once: true });
      return;
    }
    document.querySelectorAll('img[loading=lazy]').forEach(function (i) {
      i.loading = 'eager';
    });
    // A frame out of sight draws nothing; measuring lays it out all the same.
    document.fonts.ready.then(function () {
      setTimeout(function () {
        parent.postMessage({ found: window.measureFaults() }, '*');
      }, 50);
    });
  }
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data) return;
    if (e.data.faults) faults();
    if (e.data.fault) {
      var at = e.data.fault.section && document.querySelector('[data-s="' + CSS.escape(e.data.fault.section) + '"]');
      if (at) {
        hand(at);
        at.scrollIntoView({ block: 'nearest', behavior: 'instant' });
      }
      window.scrollTo({ top: Math.max(0, e.data.fault.y - innerHeight / 3), behavior: 'instant' });
    }
  });
  // A text in which somebody types here; its words go to the page around it with every letter.
  var open = null,
    point = null;
  function shut() {
    if (!open) return;
    var e = open;
    open = null;
    e.removeAttribute('contenteditable');
    parent.postMessage({ left: e.getAttribute('data-p') }, '*');
  }
  function edit(m) {
    var e = document.querySelector('[data-p="' + CSS.escape(m.place) + '"]');
    if (!e) {
      parent.postMessage({ fault: true }, '*');
      return;
    }
    e.innerHTML = m.html;
    e.setAttribute('contenteditable', 'true');
    e.setAttribute('data-line', m.block ? '' : 'true');
    open = e;
    e.focus({ preventScroll: true });
    var r = point && document.caretRangeFromPoint && document.caretRangeFromPoint(point.x, point.y);
    if (!r || !e.contains(r.startContainer)) {
      r = document.createRange();
      r.selectNodeContents(e);
      r.collapse(false);
    }
    var s = getSelection();
    s.removeAllRanges();
    s.addRange(r);
  }
  document.addEventListener('input', function (e) {
    if (open && open.contains(e.target))
      parent.postMessage({ typed: { place: open.getAttribute('data-p'), html: open.innerHTML, text: open.textContent } }, '*');
  });
  document.addEventListener('focusout', function (e) {
    if (open && e.target === open) shut();
  });
  document.addEventListener('keydown', function (e) {
    if (!open) return;
    if (e.key === 'Escape' || (e.key === 'Enter' && open.getAttribute('data-line'))) {
      e.preventDefault();
      open.blur();
    }
  });
  document.addEventListener('paste', function (e) {
    if (open) {
      e.preventDefault();
      document.execCommand('insertText', false, e.clipboardData.getData('text/plain').replace(/\s+/g, ' '));
    }
  });
  document.addEventListener('click', function (e) {
    var p = e.target.closest('[data-p]'),
      s = e.target.closest('[data-s]');
    if (open && open.contains(e.target)) return;
    if (e.target.closest('form')) e.preventDefault();
    var shared = e.target.closest('header.s-head,footer.s-foot,.s-notice,.phonebar,.bubble');
    if (shared && !e.target.closest('.menu,.sub')) {
      e.preventDefault();
      parent.postMessage({ shared: shared.matches('header') ? 'header' : shared.matches('footer') ? 'footer' : 'part' }, '*');
      return;
    }
    if (!s && !p) return;
    if (!e.target.closest('a,summary,button,input,textarea,label')) e.preventDefault();
    var again = Boolean(p) && p.classList.contains('in-hand');
    hand(p || s);
    point = { x: e.clientX, y: e.clientY };
    parent.postMessage(
      {
        section: s ? s.getAttribute('data-s') : p.getAttribute('data-p').split('/').slice(0, -1).join('/'),
        place: p ? p.getAttribute('data-p') : null,
        again: again,
        quote: p ? p.textContent.trim().slice(0, 200) : '',
      },
      '*',
    );
  });
  function hand(e) {
    document.querySelectorAll('.in-hand').forEach(function (x) {
      x.classList.remove('in-hand');
    });
    if (e) e.classList.add('in-hand');
  }
  // What changed comes in without loading the page: one section while somebody types, or a whole page, of which only what differs is put in.
  function node(html) {
    var t = document.createElement('template');
    t.innerHTML = html.trim();
    return t.content.firstElementChild;
  }
  function part(id, html) {
    var e = document.querySelector('[data-s="' + CSS.escape(id) + '"]'),
      n = node(html);
    var icons = [].every.call(n.querySelectorAll('use'), function (u) {
      return document.getElementById(u.getAttribute('href').slice(1));
    });
    if (!e || !icons || e.parentNode.tagName !== 'MAIN') {
      parent.postMessage({ fault: true }, '*');
      return;
    }
    var held = e.classList.contains('in-hand');
    e.replaceWith(n);
    if (held) n.classList.add('in-hand');
  }
  function whole(html, base) {
    var d = new DOMParser().parseFromString(html, 'text/html'),
      main = document.querySelector('main'),
      fresh = d.querySelector('main');
    // Pictures of a view with another address are that view's.
    if (base)
      d.querySelectorAll('img').forEach(function (i) {
        i.setAttribute('src', new URL(i.getAttribute('src'), base).href);
        i.removeAttribute('srcset');
      });
    var css = document.querySelector('link[rel=stylesheet][href*="site.css"]'),
      now = d.querySelector('link[rel=stylesheet][href*="site.css"]');
    function swap() {
      // Parts that stand on every page come and go: above the header, or before the footer.
      [
        ['section.s-notice', 'header.s-head'],
        ['nav.phonebar', 'footer.s-foot'],
        ['a.bubble', 'footer.s-foot'],
        ['dialog.popup', 'footer.s-foot'],
      ].forEach(function (q) {
        var a = document.querySelector(q[0]),
          b = d.querySelector(q[0]);
        if (a && b) {
          if (a.outerHTML !== b.outerHTML) a.replaceWith(b);
        } else if (a) a.remove();
        else if (b) document.querySelector(q[1]).before(b);
      });
      ['header.s-head', 'footer.s-foot', 'body > svg.vh'].forEach(function (q) {
        var a = document.querySelector(q),
          b = d.querySelector(q);
        if (a && b && a.outerHTML !== b.outerHTML) a.replaceWith(b);
      });
      var bare = function (e) {
        var c = e.cloneNode(true);
        [c].concat([].slice.call(c.querySelectorAll('.in-hand'))).forEach(function (x) {
          x.classList.remove('in-hand');
        });
        return c.outerHTML;
      };
      var old = [].slice.call(main.children),
        used = new Set();
      var wanted = [].slice.call(fresh.children).map(function (n) {
        var same = old.find(function (o) {
          return !used.has(o) && bare(o) === n.outerHTML;
        });
        if (same) used.add(same);
        return same || n;
      });
      wanted.forEach(function (n, i) {
        if (main.children[i] !== n) main.insertBefore(n, main.children[i] || null);
      });
      while (main.children.length > wanted.length) main.lastElementChild.remove();
      document.querySelectorAll('.first-screen').forEach(function (x) {
        x.remove();
      });
    }
    if (css && now && css.getAttribute('href') !== now.getAttribute('href')) {
      var link = document.createElement('link');
      link.rel = 'stylesheet';
      link.setAttribute('href', base ? new URL(now.getAttribute('href'), base).href : now.getAttribute('href'));
      link.onload = link.onerror = function () {
        css.remove();
        swap();
      };
      css.after(link);
    } else swap();
  }
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data) return;
    if (e.data.section) part(e.data.section.id, e.data.section.html);
    if (e.data.page) whole(e.data.page, e.data.base);
    if (e.data.edit) edit(e.data.edit);
    if (e.data.hand) {
      var s = document.querySelector('[data-s="' + CSS.escape(e.data.hand) + '"]');
      if (s && !document.querySelector('.in-hand[data-p^="' + CSS.escape(e.data.hand) + '/"]')) {
        hand(s);
        var r = s.getBoundingClientRect();
        if (r.bottom < 60 || r.top > innerHeight - 60) s.scrollIntoView({ block: 'nearest', behavior: 'instant' });
      }
    }
  });
  // Sections as cards to choose from: each as on a page 1280 px wide, drawn smaller.
  var CARD = 1280;
  function cards(list) {
    var main = document.querySelector('main'),
      all = {};
    document.body.classList.add('cards');
    main.querySelectorAll('[data-s]').forEach(function (s) {
      all[s.getAttribute('data-s')] = s;
    });
    main.replaceChildren.apply(
      main,
      list.map(function (c) {
        var card = document.createElement('div'),
          pic = document.createElement('div'),
          label = document.createElement('p');
        card.className = 'card-pick' + (c.now ? ' now' : '');
        card.setAttribute('data-card', c.id);
        pic.className = 'card-pic';
        label.className = 'card-label';
        label.textContent = c.label;
        var note = document.createElement('span');
        note.textContent = c.note;
        label.append(note);
        if (all[c.id]) {
          all[c.id].inert = true;
          pic.append(all[c.id]);
          kept[c.id] = all[c.id];
        } else if (kept[c.id]) pic.append(kept[c.id]);
        else pic.classList.add('none');
        card.append(pic, label);
        return card;
      }),
    );
    size();
  }
  var kept = {};
  // Each card goes under the shortest column, so that none leaves a hole.
  function size() {
    var main = document.querySelector('main'),
      gap = 22,
      wide = main.clientWidth - gap,
      columns = Math.max(1, Math.floor(wide / 430)),
      w = wide / columns - gap,
      ends = Array(columns).fill(gap);
    document.querySelectorAll('.card-pick').forEach(function (c) {
      var p = c.firstElementChild,
        s = p.firstElementChild,
        k = w / CARD,
        at = ends.indexOf(Math.min.apply(null, ends));
      c.style.width = w + 'px';
      c.style.left = gap + at * (w + gap) + 'px';
      c.style.top = ends[at] + 'px';
      if (s) {
        s.style.width = CARD + 'px';
        s.style.transformOrigin = '0 0';
        s.style.transform = 'scale(' + k + ')';
        s.style.margin = '0';
        p.style.height = Math.min(s.offsetHeight * k, w * 0.9) + 'px';
      }
      ends[at] += c.offsetHeight + gap;
    });
    main.style.height = Math.max.apply(null, ends) + 'px';
  }
  window.addEventListener('resize', function () {
    if (document.body.classList.contains('cards')) size();
  });
  document.addEventListener(
    'click',
    function (e) {
      var c = e.target.closest('.card-pick');
      if (c) {
        e.preventDefault();
        e.stopPropagation();
        parent.postMessage({ card: c.getAttribute('data-card') }, '*');
      }
    },
    true,
  );
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data) return;
    if (e.data.cards) cards(e.data.cards);
    if (e.data.cardAt)
      document.querySelectorAll('.card-pick').forEach(function (c) {
        var at = c.getAttribute('data-card') === e.data.cardAt;
        c.classList.toggle('at', at);
        if (at && !e.data.still) c.scrollIntoView({ block: 'nearest', behavior: 'instant' });
      });
  });
  if (location.pathname.endsWith('/library.html'))
    window.addEventListener('load', function () {
      parent.postMessage({ cardsReady: true }, '*');
    });
  // Two sheets side by side show the same place: the section at the top and how far it has gone by, since looks differ in height.
  var led = 0;
  function place() {
    var all = document.querySelectorAll('[data-s]'),
      at = null;
    all.forEach(function (s) {
      var r = s.getBoundingClientRect();
      if (r.top <= 8 && r.bottom > 8) at = { id: s.getAttribute('data-s'), f: (8 - r.top) / Math.max(1, r.height) };
    });
    return at || { id: '', f: window.scrollY / Math.max(1, document.documentElement.scrollHeight - window.innerHeight) };
  }
  window.addEventListener(
    'scroll',
    function () {
      if (Date.now() > led) parent.postMessage({ at: place() }, '*');
    },
    { passive: true },
  );
  window.addEventListener('message', function (e) {
    if (e.source !== parent || !e.data || !e.data.to) return;
    led = Date.now() + 250;
    var s = e.data.to.id && document.querySelector('[data-s="' + CSS.escape(e.data.to.id) + '"]');
    var y = s
      ? s.getBoundingClientRect().top + window.scrollY + e.data.to.f * s.getBoundingClientRect().height - 8
      : e.data.to.f * Math.max(0, document.documentElement.scrollHeight - window.innerHeight);
    window.scrollTo({ top: y, behavior: 'instant' });
  });
  document.addEventListener('submit', function (e) {
    e.preventDefault();
  });
})();
