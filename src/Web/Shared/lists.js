// A choice that leads to another view of the page.
document.addEventListener(
  'change',
  (e) => {
    if (e.target.matches?.('[data-go-to]')) {
      e.stopPropagation();
      location.search = e.target.value;
    }
  },
  true,
);
