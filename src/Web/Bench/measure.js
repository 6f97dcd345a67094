// Measures the first screen of a page from inside it: where name, promise and main action stand, and how the action stands out.
(function () {
  function luminance(c) {
    var v = c.map(function (x) {
      x /= 255;
      return x <= 0.04045 ? x / 12.92 : Math.pow((x + 0.055) / 1.055, 2.4);
    });
    return 0.2126 * v[0] + 0.7152 * v[1] + 0.0722 * v[2];
  }
  function ratio(a, b) {
    var x = luminance(a),
      y = luminance(b);
    return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
  }
  function colour(text) {
    var m = /rgba?\(([^)]+)\)/.exec(text || ''),
      p =
        m &&
        m[1]
          .split(/[\s,/]+/)
          .filter(Boolean)
          .map(Number);
    return p && (p.length < 4 || p[3] > 0.5) ? p.slice(0, 3) : null;
  }
  // The ground an element stands on: the nearest one above it that is filled; null over a picture.
  function ground(el) {
    for (var e = el.parentElement; e; e = e.parentElement) {
      var s = getComputedStyle(e),
        c = colour(s.backgroundColor);
      if (c) return c;
      if (s.backgroundImage !== 'none') return null;
    }
    return [255, 255, 255];
  }
  function box(el) {
    if (!el) return null;
    var r = el.getBoundingClientRect();
    return {
      x: Math.round(r.left),
      y: Math.round(r.top + scrollY),
      w: Math.round(r.width),
      h: Math.round(r.height),
      text: (el.textContent.trim() || (el.querySelector('[alt]') || {}).alt || '').replace(/\s+/g, ' ').slice(0, 60),
    };
  }
  window.measureFirstScreen = function (height) {
    var shown = function (b) {
      return b.checkVisibility ? b.checkVisibility() : b.offsetParent !== null;
    };
    var hero = document.querySelector('main > section');
    var main = Array.from(document.querySelectorAll('main .btn:not(.alt)')).filter(shown);
    var action =
      main.find(function (b) {
        return hero && hero.contains(b);
      }) ||
      main[0] ||
      Array.from(document.querySelectorAll('header .btn')).filter(shown)[0] ||
      null;
    var a = box(action),
      report = {
        width: innerWidth,
        height: height,
        name: box(document.querySelector('header .logo')),
        promise: box(document.querySelector('h1')),
        action: a,
        contrast: null,
        label: null,
        rivals: 0,
      };
    if (action) {
      var s = getComputedStyle(action),
        fill = colour(s.backgroundColor),
        under = ground(action);
      report.contrast =
        fill && under
          ? Math.round(
              Math.max(
                ratio(fill, under),
                parseFloat(s.borderTopWidth) >= 1 && colour(s.borderTopColor) ? ratio(colour(s.borderTopColor), under) : 0,
              ) * 10,
            ) / 10
          : null;
      report.label = fill && colour(s.color) ? Math.round(ratio(colour(s.color), fill) * 10) / 10 : null;
      // Others that ask for something on the same screen, filled and at least as large.
      report.rivals = Array.from(document.querySelectorAll('a.btn,button.btn,.tel')).filter(function (b) {
        if (b === action || !shown(b)) return false;
        var r = b.getBoundingClientRect(),
          c = colour(getComputedStyle(b).backgroundColor);
        return c && r.top + scrollY < height && r.width * r.height >= a.w * a.h && b.textContent.trim() !== action.textContent.trim();
      }).length;
    }
    return report;
  };
})();
