import { checkHue, LEAST_CONTRAST } from './hue-check';
import { HUES } from './hues';

test('letters stand out on every hue as WCAG 2.2 (1.4.3) asks', () => {
  for (const hue of Object.keys(HUES)) expect(checkHue(hue).contrast).toBeGreaterThanOrEqual(LEAST_CONTRAST);
});

// Relative luminance by hand after WCAG 2.2: white on #0072b2 is (1.05) / (0.1545 + 0.05).
test('the contrast is that of the formula', () => {
  const channel = (value: number) => {
    const share = value / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  };
  const luminance = 0.2126 * channel(0) + 0.7152 * channel(0x72) + 0.0722 * channel(0xb2);
  expect(checkHue('blue').contrast).toBe(Math.floor((1.05 / (luminance + 0.05)) * 10) / 10);
});

test('nearness goes both ways, and few are near at all', () => {
  for (const hue of Object.keys(HUES))
    for (const { hue: other, sight } of checkHue(hue).near)
      expect(checkHue(other).near).toContainEqual({ hue, sight });
  expect(checkHue('sky').near).toEqual([{ hue: 'green', sight: 'without-blue' }]);
  expect(checkHue('green').near).toContainEqual({ hue: 'ink', sight: 'without-green' });
});
