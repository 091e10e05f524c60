/** A page without a framework that loads the same JSON and writes it down: as quick as looking at it can be. */
export const STATIC_PAGE = `<!doctype html><html lang="en"><title>static</title><body><div id="rows"></div><script>
Promise.all(['/api/board/office', '/api/board?from=2027-04-13&days=1'].map((path) => fetch(path).then((reply) => reply.json()))).then(([house, span]) => {
  const titles = new Map();
  for (const row of span.bookings) titles.set(row[1], (titles.get(row[1]) || '') + ' ' + (row[13] || 'taken'));
  document.getElementById('rows').innerHTML = house.spaces.map((space) => '<p>' + space.name + titles.get(space.id) + '</p>').join('');
  requestAnimationFrame(() => requestAnimationFrame(() => { window.usefulMs = performance.now(); }));
});
</script>`;

export const listPage = (script: string): string =>
  `<!doctype html><html lang="en"><title>list</title><body><div id="list"></div><script>${script.replace(/<\/script/g, '<\\/script')}</script>`;
