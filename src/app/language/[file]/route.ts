import { LANGUAGES } from '@/contracts/language/languages';
import { languageScript } from '@/server/platform/language/script';

const KEPT = 'public, max-age=31536000, immutable';

/** The texts of pages in German, for the browser that draws them: `/language/de.js` as a script, `/language/de.json` as they are. */
export async function GET(_: Request, { params }: { params: Promise<{ file: string }> }): Promise<Response> {
  const [name, kind] = (await params).file.split('.');
  const language = LANGUAGES.find((each) => each === name);
  const script = language && languageScript(language);
  if (!script || (kind !== 'js' && kind !== 'json')) return new Response('Not found', { status: 404 });
  const type = kind === 'js' ? 'text/javascript' : 'application/json';
  return new Response(kind === 'js' ? script.text : script.json, {
    headers: { 'Content-Type': `${type}; charset=utf-8`, 'Cache-Control': KEPT },
  });
}
