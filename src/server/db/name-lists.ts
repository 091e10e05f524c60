/** SQL: whether a list of names, kept as JSON, holds `$old`. */
export const hasName = (list: string): string =>
  `EXISTS (SELECT 1 FROM json_each(${list}) j WHERE j.value = $old)`;

/** SQL: the list with `$new` instead of `$old`. */
export const renamedIn = (list: string): string =>
  `(SELECT json_group_array(iif(j.value = $old, $new, j.value)) FROM json_each(${list}) j)`;
