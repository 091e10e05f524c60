/** A question that is answered by a whole number, and what formulas call it; null is one answered in words. */
export const numbersAnswered: readonly string[] = [
  `ALTER TABLE question ADD COLUMN number_name TEXT CHECK (number_name IS NULL OR number_name GLOB '[a-z]*')`,
];
