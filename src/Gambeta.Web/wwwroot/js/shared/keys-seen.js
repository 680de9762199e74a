// A key that is pressed outside a field is one of a keyboard: from then on this page names its keys, also on a device that is touched.
addEventListener(
  'keydown',
  ({ target }) => {
    if (!target.closest?.('input, select, textarea')) document.documentElement.dataset.keys = 'yes';
  },
  true,
);
