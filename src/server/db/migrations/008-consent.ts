/** Stewards whose consent is needed for what they look after, and the reasons they give. */
export const consents: readonly string[] = [
  `ALTER TABLE role_grant ADD COLUMN asks_consent INTEGER NOT NULL DEFAULT 0 CHECK (asks_consent IN (0,1))`,
  `ALTER TABLE consent ADD COLUMN reason TEXT NOT NULL DEFAULT ''`,
];
