export const ROLES = ['requester', 'manager', 'crew', 'steward', 'housekeeper'] as const;
export type Role = (typeof ROLES)[number];
