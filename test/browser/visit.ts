import assert from 'node:assert/strict';
import type { Browser, BrowserContext, Page } from 'puppeteer-core';

const served = process.env['JOVET_TEST_URL'];
if (served === undefined)
  throw new Error('JOVET_TEST_URL is not set; run these tests with ./jovet test browser');

/** Where Jovet is served for the tests. */
export const SERVED = served;

/** A page that notes what must not happen: errors on the console, and requests that leave this machine. */
export class Visit {
  private readonly faults: string[] = [];
  /** Errors of the console that a test brings about on purpose. */
  private expected: RegExp | null = null;
  /** Where Jovet is served; another time is served elsewhere. */
  served = SERVED;

  private constructor(readonly page: Page) {
    page.on('console', (message) => {
      if (message.type() === 'error' && !this.expected?.test(message.text()))
        this.faults.push(`console: ${message.text()}`);
    });
    page.on('pageerror', (error) => this.faults.push(`page: ${String(error)}`));
    page.on('request', (request) => {
      const { protocol, hostname } = new URL(request.url());
      const stays =
        /^(data|blob|about):$/.test(protocol) || ['127.0.0.1', 'localhost', '[::1]'].includes(hostname);
      if (!stays) this.faults.push(`request to ${request.url()}`);
    });
  }

  static async begin(browser: Browser | BrowserContext, width = 1280, height = 800): Promise<Visit> {
    const page = await browser.newPage();
    await page.setViewport({ width, height });
    page.setDefaultTimeout(40_000);
    const visit = new Visit(page);
    return visit;
  }

  expectErrors(pattern: RegExp): void {
    this.expected = pattern;
  }

  /** Opens an address of Jovet and waits until the page answers to keys. */
  async go(path: string): Promise<void> {
    await this.page.goto(this.served + path);
    await this.ready();
  }

  async ready(): Promise<void> {
    await this.page.waitForSelector('body[data-ready]');
  }

  async reload(): Promise<void> {
    await this.page.reload();
    await this.ready();
  }

  /** Replaces what stands in a field by typing. */
  async enter(name: string, text: string): Promise<void> {
    const field = `[name="${name}"]`;
    await this.page.waitForSelector(field);
    await this.page.focus(field);
    await this.page.$eval(field, (input) => (input as HTMLInputElement).select());
    await this.page.keyboard.press('Backspace');
    await this.page.type(field, text);
  }

  /** Types a day as one writes it. */
  async enterDay(date: string, name = 'date'): Promise<void> {
    await this.enter(name, date);
    await this.keys('Enter');
  }

  /** Opens a list and takes one of it. */
  async choose(name: string, value: string): Promise<void> {
    const field = await this.page.waitForSelector(`[name="${name}"]`);
    const now = () => field?.evaluate((input) => input.getAttribute('data-value'));
    if ((await now()) === value) return;
    await this.page.locator(`[name="${name}"]`).click();
    await this.page.locator(`[role="option"][data-value="${value}"]`).click();
    await this.page.waitForFunction(
      (each, wanted) => document.querySelector(`[name="${each}"]`)?.getAttribute('data-value') === wanted || !document.querySelector(`[name="${each}"]`),
      {}, name, value,
    ); // prettier-ignore
  }

  /** What is taken of a list. */
  chosen(name: string): Promise<string> {
    return this.page.$eval(`[name="${name}"]`, (input) => input.getAttribute('data-value') ?? '');
  }

  /** The day that stands in a field. */
  dateOf(name = 'day'): Promise<string> {
    return this.page.$eval(`[name="${name}"]`, (input) => input.getAttribute('data-date') ?? '');
  }

  value(name: string): Promise<string> {
    return this.page.$eval(`[name="${name}"]`, (input) => (input as HTMLInputElement).value);
  }

  /** The text of the first element that fits, once it is there. */
  async text(selector: string): Promise<string> {
    const element = await this.page.waitForSelector(selector);
    return (await element?.evaluate((each) => each.textContent?.replace(/\s+/g, ' ').trim())) ?? '';
  }

  figure(key: string): Promise<string> {
    return this.text(`.room [data-figure="${key}"]`);
  }

  /** Waits until a text stands in an element. */
  async until(selector: string, text: string | RegExp): Promise<void> {
    const source = typeof text === 'string' ? text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&') : text.source;
    await this.page.waitForFunction(
      (where, pattern) =>
        [...document.querySelectorAll(where)].some((each) =>
          new RegExp(pattern).test((each.textContent ?? '').replace(/\s+/g, ' ')),
        ),
      {},
      selector,
      source,
    );
  }

  /** Presses a button once it stands still: one that moves while it is aimed at would be missed. */
  async press(label: string): Promise<void> {
    const button = `//button[not(@disabled)][@aria-label="${label}" or normalize-space(.)="${label}"]`;
    await this.page.locator(`::-p-xpath(${button})`).click();
  }

  async keys(...combination: Parameters<Page['keyboard']['press']>[0][]): Promise<void> {
    const last = combination.at(-1);
    if (last === undefined) return;
    for (const key of combination.slice(0, -1)) await this.page.keyboard.down(key);
    await this.page.keyboard.press(last);
    for (const key of combination.slice(0, -1)) await this.page.keyboard.up(key);
  }

  /** What the page says of itself: for a fault that comes now and then. */
  async says(): Promise<string> {
    if (this.page.isClosed()) return 'nothing any more';
    const said = '[role="status"], [role="alert"], .notice, .field-problem';
    const all = await this.page.$$eval(said, (each) => each.map(({ textContent }) => textContent?.replace(/\s+/g, ' ').trim()));
    return JSON.stringify(all.filter(Boolean));
  } // prettier-ignore

  /** Ends the visit; fails if anything happened that must not. */
  async end(): Promise<void> {
    await this.page.close();
    assert.deepEqual(this.faults, []);
  }
}
