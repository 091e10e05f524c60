/** What somebody can be in an office; a person may be several. */
export const ROLES = ['requester', 'manager', 'crew', 'steward', 'housekeeper'] as const;
export type Role = (typeof ROLES)[number];
