// Gives each frame of ours on this page the height of what is in it; asks nothing else of the page.
(() => {
  const origin = new URL(document.currentScript.src).origin;
  addEventListener('message', ({ origin: from, source, data }) => {
    if (from !== origin || typeof data !== 'object' || data === null) return;
    if (data.kind !== 'calendario-height' || !(data.height > 0)) return;
    for (const frame of document.querySelectorAll('iframe'))
      if (frame.contentWindow === source) frame.style.height = `${Math.min(data.height, 20000)}px`;
  });
  // A frame that was there before this script has told its height to nobody.
  for (const frame of document.querySelectorAll('iframe'))
    if (frame.src.startsWith(`${origin}/embed/`))
      frame.contentWindow.postMessage({ kind: 'calendario-ask' }, origin);
})();
