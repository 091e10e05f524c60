import { execFile } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { TestEnvironment } from 'jest-environment-node';
import { freshFolder, serveFolder } from './serve';

/**
 * An office of its own for each file of tests: the built application on a copy of the demo, so that no file sees what
 * another has done, in whatever order they run. When its tests are over the invariants have to hold on what they left.
 */
export default class OfficeEnvironment extends TestEnvironment {
  private close?: () => Promise<void>;

  override async setup(): Promise<void> {
    await super.setup();
    const data = freshFolder();
    cpSync(process.env.E2E_DEMO!, data, { recursive: true });
    const { base, server } = await serveFolder(data);
    const { env } = this.global.process;
    env.E2E_BASE = base;
    env.E2E_DATA = data;
    this.close = async () => {
      process.kill(-server.pid!, 'SIGTERM');
      try {
        const verify = JSON.parse(process.env.E2E_VERIFY!) as string[];
        await promisify(execFile)(process.execPath, [...verify, join(data, 'calendario.sqlite')]);
      } catch (error) {
        const { stdout, stderr } = error as { stdout: string; stderr: string };
        throw new Error(`invariants after these tests:\n${stdout}${stderr}`);
      } finally {
        rmSync(data, { recursive: true, force: true });
      }
    };
  }

  override async teardown(): Promise<void> {
    try {
      await super.teardown();
    } finally {
      await this.close?.();
    }
  }
}
