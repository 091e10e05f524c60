'use client';
import DOMPurify from 'dompurify';
import { useEffect, useState } from 'react';

/** Text with marks. The server has cleaned it, or will; here it is cleaned too, since it may come out of a draft. */
export function SafeHtml({ html, className = '' }: { html: string; className?: string }) {
  // There is no document to clean with on the server: the text comes with the first drawing in the browser.
  const [clean, setClean] = useState('');
  useEffect(() => {
    // eslint-disable-next-line react-hooks/set-state-in-effect -- see above
    setClean(
      DOMPurify.sanitize(html, {
        FORBID_TAGS: ['style', 'form', 'img'],
        FORBID_ATTR: ['style', 'class', 'id'],
      }),
    );
  }, [html]);
  return <div className={`rich-text ${className}`} dangerouslySetInnerHTML={{ __html: clean }} />;
}
