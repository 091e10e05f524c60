// Before any test of a file: the office of the worker that runs it.
const at = (list: string | undefined): string | undefined =>
  list?.split(' ')[Number(process.env.JEST_WORKER_ID ?? '1') - 1];

process.env.E2E_BASE ??= at(process.env.E2E_BASES);
process.env.E2E_DATA ??= at(process.env.E2E_FOLDERS);

export {};
