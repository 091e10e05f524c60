import pino from 'pino';

/** Errors are given as `err`, with stack and cause; under any other name pino would write `{}`. */
export const log = pino({
  level: process.env.LOG_LEVEL ?? 'info',
  base: undefined,
  serializers: { err: pino.stdSerializers.errWithCause },
});
