import { MOST_PUBLIC_HTML } from '@/contracts/forms/public-text';
import { cleanPublicHtml, MOST_DEPTH, publicTextFaults, publicTextOf } from './public-html';

describe('public text is cleaned', () => {
  test.each([
    ['<p onclick="x()">a</p>', '<p>a</p>'],
    ['<script>alert(1)</script><p>b</p>', '<p>b</p>'],
    ['<style>p{color:red}</style><p style="position:fixed">c</p>', '<p>c</p>'],
    ['<a href="javascript:alert(1)">d</a>', '<a rel="noopener noreferrer nofollow">d</a>'],
    ['<a href="java&#10;script:alert(1)">e</a>', '<a rel="noopener noreferrer nofollow">e</a>'],
    ['<img src=x onerror=alert(1)><p>f</p>', '<p>f</p>'],
    ['<iframe src="//evil.example"></iframe>', ''],
    ['<svg><script>alert(1)</script></svg><p>g</p>', '<p>g</p>'],
    ['<p>5 &lt; 6</p>', '<p>5 &lt; 6</p>'],
    ['<h1>Big</h1>', '<h3>Big</h3>'],
    ['<p></p>', ''],
  ])('%s', (dirty, clean) => {
    expect(publicTextOf(dirty).html).toBe(clean);
    expect(publicTextOf(publicTextOf(dirty).html).html).toBe(clean);
  });
});

describe('public text is bounded before and after it is cleaned', () => {
  test.each([
    ['not closed', '<blockquote>a'.repeat(1500)],
    ['closed', `${'<b>'.repeat(3000)}x${'</b>'.repeat(3000)}`],
    ['closed by tags that close nothing', '<blockquote></i>a'.repeat(1500)],
    ['closed inside comments', '<ul><!--</ul>-->'.repeat(1500)],
    ['closed inside an attribute', '<b title="</b>">'.repeat(1500)],
    ['of tags that are taken out', '<div>'.repeat(3000)],
    ['inside a picture', `<svg>${'<g>'.repeat(1500)}`],
  ])('tags within tags, %s, are refused', (_, html) => {
    expect(cleanPublicHtml(html)).toBe('too-deep');
    expect(publicTextFaults(html)).toMatchObject([
      { path: 'publicHtml', message: expect.stringContaining('24 deep') },
    ]);
  });

  test('as deep as it may be it is taken, and read whole', () => {
    const html = '<blockquote>a'.repeat(MOST_DEPTH);
    expect(publicTextOf(html).plain.match(/a/g)).toHaveLength(MOST_DEPTH);
    expect(cleanPublicHtml(`${html}<em>b`)).toBe('too-deep');
  });

  test('one after the other there may be as many as fit', () => {
    expect(publicTextFaults('<p>a<br>b</p>'.repeat(2000))).toEqual([]);
    expect(cleanPublicHtml('x'.repeat(MOST_PUBLIC_HTML + 1))).toBe('too-long');
  });

  test('what grows by being cleaned is refused too', () => {
    expect(cleanPublicHtml('<a href="/">x</a>'.repeat(2000))).toBe('too-long');
    const deepQuotes = `${'<blockquote>'.repeat(MOST_DEPTH - 1)}${'<p>a</p>'.repeat(4000)}`;
    expect(cleanPublicHtml(deepQuotes)).toBe('too-long');
  });
});
