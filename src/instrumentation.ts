/** Called once when the server starts: opens the database and starts the scheduler before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { mendBrokenAddresses } = await import('./server/http/broken-address');
  mendBrokenAddresses();
  const { listenForSettings } = await import('./server/own-settings/ambient');
  listenForSettings();
  const { bringCatalogues } = await import('./server/language/catalogues');
  bringCatalogues();
  const { runtime } = await import('./server/runtime');
  await runtime();
}
