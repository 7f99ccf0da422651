import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer, { type Browser } from 'puppeteer-core';

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Nothing but this machine has a name, so that no test can reach further even by mistake.
  '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
];

/** Chromium with a profile of its own, gone afterwards. */
export async function openBrowser(): Promise<{ browser: Browser; end: () => Promise<void> }> {
  const profile = mkdtempSync(join(tmpdir(), 'jovet-chromium-'));
  const browser = await puppeteer.launch({
    executablePath: '/usr/bin/chromium',
    headless: true,
    userDataDir: profile,
    args: FLAGS,
  });
  const end = async () => {
    await browser.close();
    rmSync(profile, { recursive: true, force: true });
  };
  return { browser, end };
}
