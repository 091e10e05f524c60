import fc from 'fast-check';
import { Turns } from './turns';

interface Begun {
  readonly source: string;
  readonly done: () => void;
}

function turnsOf(atOnce: number, waiting: number) {
  let now = 0;
  const begun: Begun[] = [];
  const turns = new Turns({ atOnce, waiting }, () => now);
  return {
    begun,
    turns,
    pass: (ms: number) => (now += ms),
    take: (source: string) => turns.take(source, (done) => begun.push({ source, done })),
    of: (source: string) => begun.filter((each) => each.source === source),
  };
}

test('of one source a few run at once, the others in their order, and too many are refused', () => {
  const { take, begun } = turnsOf(2, 3);
  expect([1, 2, 3, 4, 5, 6].map(() => take('one'))).toEqual([true, true, true, true, true, false]);
  expect(begun).toHaveLength(2);
  begun[1]!.done();
  begun[1]!.done();
  expect(begun).toHaveLength(3);
  take('two');
  expect(begun.at(-1)!.source).toBe('two');
});

test('who sends many steps back while others are served, but not for ever', () => {
  const { take, begun, of, pass } = turnsOf(6, 500);
  for (let n = 0; n < 200; n += 1) take('many');
  for (let n = 0; n < 90; n += 1) begun[n]!.done();
  take('reader');
  expect(of('reader')).toHaveLength(1);
  const before = of('many').length;
  of('many').forEach(({ done }) => done());
  expect(of('many')).toHaveLength(before);
  pass(1100);
  take('other');
  expect(of('many')).toHaveLength(before + 1);
  of('reader')[0]!.done();
  of('other')[0]!.done();
  // With nobody else there it goes on as before.
  expect(of('many')).toHaveLength(before + 6);
});

test('a page with all its parts, now and then, is not many', () => {
  const { take, begun, pass, of } = turnsOf(6, 500);
  for (let page = 0; page < 20; page += 1) {
    for (let part = 0; part < 40; part += 1) take('reader');
    for (let done = 0; done < begun.length; done += 1) begun[done]!.done();
    pass(2500);
  }
  expect(of('reader')).toHaveLength(800);
});

test('whatever ends in whatever order, nothing is lost, none run beyond their number, and in the end nothing is remembered', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 3 }), fc.nat(9), fc.nat(50)), { maxLength: 120 }),
      (steps) => {
        const { turns, take, begun, pass } = turnsOf(3, 1000);
        const ended = new Set<Begun>();
        const running = () => begun.filter((each) => !ended.has(each));
        const end = (each: Begun) => {
          ended.add(each);
          each.done();
        };
        for (const [source, ends, ms] of steps) {
          pass(ms);
          take(String(source));
          for (const each of ['0', '1', '2', '3'])
            expect(running().filter((one) => one.source === each).length).toBeLessThanOrEqual(3);
          const one = running()[ends];
          if (one) end(one);
        }
        while (running().length) end(running()[0]!);
        expect(begun).toHaveLength(steps.length);
        pass(60_000);
        take('last');
        expect(turns.size).toBe(1);
      },
    ),
  );
});
