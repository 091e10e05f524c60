/**
 * Tests that tell one story: each begins where the one before ended, and hands on what it found out. Once one of them
 * has failed the others say so, instead of failing for reasons of their own.
 */
export function story<Told extends object>() {
  const told: Partial<Told> = {};
  let brokenAt: string | null = null;
  return (name: string, chapter: (told: Told) => Promise<void>): void =>
    test(name, async () => {
      if (brokenAt !== null) throw new Error(`the story broke off at “${brokenAt}”`);
      brokenAt = name;
      await chapter(told as Told);
      brokenAt = null;
    });
}
