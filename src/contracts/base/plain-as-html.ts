const escaped = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');

/** Plain text as an editor would write it. Empty stays empty. */
export const plainAsHtml = (text: string): string =>
  text
    ? text
        .split(/\n{2,}/)
        .map((part) => `<p>${escaped(part).replace(/\n/g, '<br>')}</p>`)
        .join('')
    : '';
