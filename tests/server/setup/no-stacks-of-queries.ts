import sqlite3 from 'sqlite3';

// Sequelize takes a stack for every statement, and Jest looks each of its frames up in the source maps: a fifth of the
// time these tests take. The statement itself stands in the error.
const { serialize } = sqlite3.Database.prototype;
sqlite3.Database.prototype.serialize = function withoutStack(
  this: sqlite3.Database,
  work?: () => void,
): void {
  serialize.call(this, () => {
    const limit = Error.stackTraceLimit;
    Error.stackTraceLimit = 0;
    try {
      work?.();
    } finally {
      Error.stackTraceLimit = limit;
    }
  });
};
