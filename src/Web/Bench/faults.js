// Faults of layout, found by measuring from inside a page: what runs over the side, text that is cut off, text that lies on text, targets too small to hit.
// Each as { kind, says, section, y }: the section is that of a view in which sections can be addressed, y where it stands on the page in px.
(function () {
  // WCAG 2.2, 2.5.8: 24 by 24 px, unless it stands in a sentence or nothing else can be hit within the circle of that size around it.
  var LEAST = 24;
  function hidden(el) {
    return (
      el.closest('.vh,.skip,[hidden],noscript,svg,script,style,.first-screen') ||
      !(el.checkVisibility && el.checkVisibility({ checkOpacity: true, checkVisibilityCSS: true })) ||
      Number(getComputedStyle(el).opacity) <= 0.05
    );
  }
  function name(el) {
    var box = el.closest('section,header,footer,nav');
    return (
      (box ? box.className.split(' ').slice(0, 2).join('.') : '') +
      ' ' +
      el.localName +
      ' “' +
      el.textContent.trim().replace(/\s+/g, ' ').slice(0, 40) +
      '”'
    );
  }
  window.measureFaults = function () {
    var found = [],
      keys = {};
    function add(kind, el, says, rect) {
      if (keys[kind + says]) return;
      keys[kind + says] = true;
      var s = el && el.closest('[data-s]');
      found.push({ kind: kind, says: says, section: s ? s.getAttribute('data-s') : '', y: rect ? Math.round(rect.top + scrollY) : 0 });
    }
    var over = document.documentElement.scrollWidth - innerWidth;
    if (over > 0) {
      // What reaches furthest is to blame.
      var far = null;
      document.querySelectorAll('body *').forEach(function (e) {
        if (hidden(e)) return;
        var r = e.getBoundingClientRect();
        if (r.right > innerWidth + 1 && (!far || r.right > far.getBoundingClientRect().right)) far = e;
      });
      add('side', far, 'over the side by ' + over + ' px', far && far.getBoundingClientRect());
    }
    var runs = [],
      walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (var n = walker.nextNode(); n; n = walker.nextNode()) {
      var el = n.parentElement;
      if (!n.data.trim() || hidden(el)) continue;
      var range = document.createRange();
      range.selectNodeContents(n);
      var rects = [].slice.call(range.getClientRects());
      rects.forEach(function (r) {
        // What stands wholly to the left is out of sight on purpose: the field that only machines fill in.
        if (r.width < 2 || r.height < 4 || r.right < 0) return;
        if ((r.right > innerWidth + 1 || r.left < -1) && !el.closest('[tabindex]')) add('side', el, 'over the side: ' + name(el), r);
        // A line box is taller than its letters; those take about the middle seven tenths.
        runs.push({ el: el, r: r, x1: r.left, x2: r.right, y1: r.top + r.height * 0.2, y2: r.bottom - r.height * 0.16 });
      });
      // Cut off by a box that hides what runs over it.
      for (var box = el; box && box !== document.body; box = box.parentElement) {
        var s = getComputedStyle(box);
        if (!/(hidden|clip)/.test(s.overflowX + s.overflowY)) continue;
        var b = box.getBoundingClientRect();
        rects.some(function (r) {
          var cut =
            r.width > 2 &&
            (r.right > b.right + 2 || r.left < b.left - 2 || r.bottom > b.bottom + r.height * 0.35 || r.top < b.top - r.height * 0.35);
          if (cut) add('cut', el, 'clipped: ' + name(el), r);
          return cut;
        });
        break;
      }
    }
    // Parts that stay in place over the page lie on text by design.
    runs = runs.filter(function (x) {
      return !x.el.closest('.phonebar,.bubble,dialog');
    });
    runs.sort(function (a, b) {
      return a.y1 - b.y1;
    });
    for (var i = 0; i < runs.length; i++)
      for (var k = i + 1; k < runs.length && runs[k].y1 < runs[i].y2; k++) {
        var a = runs[i],
          c = runs[k];
        if (a.el === c.el || a.el.contains(c.el) || c.el.contains(a.el)) continue;
        if (Math.min(a.x2, c.x2) - Math.max(a.x1, c.x1) > 2 && Math.min(a.y2, c.y2) - Math.max(a.y1, c.y1) > 2)
          add('overlap', a.el, 'on one another: ' + name(a.el) + ' and ' + name(c.el), a.r);
      }
    var targets = [].slice
      .call(document.querySelectorAll('a[href],button,summary,input:not([type=hidden]),select,textarea'))
      .filter(function (e) {
        return !hidden(e);
      })
      .map(function (e) {
        return { e: e, r: e.getBoundingClientRect() };
      })
      .filter(function (t) {
        return t.r.width > 0 && t.r.right > 0;
      });
    targets.forEach(function (t) {
      if (Math.min(t.r.width, t.r.height) >= LEAST) return;
      // A link within a sentence is as high as its line; a box to tick is hit by its label.
      if (
        getComputedStyle(t.e).display === 'inline' &&
        t.e.parentElement &&
        t.e.parentElement.textContent.trim().length > t.e.textContent.trim().length + 8
      )
        return;
      if (
        t.e.labels &&
        t.e.labels.length &&
        Math.min(t.e.labels[0].getBoundingClientRect().height, t.e.labels[0].getBoundingClientRect().width) >= LEAST
      )
        return;
      var x = t.r.left + t.r.width / 2,
        y = t.r.top + t.r.height / 2;
      var near = targets.some(function (o) {
        return (
          o.e !== t.e &&
          !o.e.contains(t.e) &&
          !t.e.contains(o.e) &&
          Math.max(o.r.left - x, 0, x - o.r.right) < LEAST / 2 &&
          Math.max(o.r.top - y, 0, y - o.r.bottom) < LEAST / 2
        );
      });
      if (near) add('small', t.e, 'small: ' + name(t.e) + ', ' + Math.round(t.r.width) + ' × ' + Math.round(t.r.height) + ' px', t.r);
    });
    return found;
  };
})();
