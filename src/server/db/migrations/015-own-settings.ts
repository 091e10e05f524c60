/** What people have chosen for themselves, and the letters that remind them. */
export const ownSettings: readonly string[] = [
  `CREATE TABLE person_settings (person_id INTEGER PRIMARY KEY REFERENCES person, settings TEXT NOT NULL, reminders TEXT NOT NULL DEFAULT '[]') STRICT`,
];
