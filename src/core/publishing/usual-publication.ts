/**
 * Whether a request is published where nobody has said so: as its category usually is. A loan never is, and nothing of
 * which the category is not known yet.
 */
export const isUsuallyPublished = (
  isLoan: boolean,
  category: { readonly publish: boolean } | null | undefined,
): boolean => !isLoan && (category?.publish ?? false);
