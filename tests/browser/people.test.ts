import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { cookiesOf, DEMO } from '../signedIn';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('people');
const { press } = handsOf(bench);

const PASSWORD = 'four common words';

/** Where the page is, without its query. */
const at = async (): Promise<string> => new URL(await bench().driver.getCurrentUrl()).pathname;
const arrives = (path: string): Promise<string> => bench().eventually(at, (now) => now === path, path);
const into = async (css: string, text: string): Promise<void> => {
  const { find } = bench();
  await (await find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
};
const here = (): Promise<string> =>
  bench().driver.executeScript('return document.documentElement.dataset.personName ?? ""');
const signOut = async (): Promise<void> => {
  const { find } = bench();
  await (await find('[data-testid="person"]')).click();
  await press('Sign out');
  await arrives('/sign-in');
};

/** The shop shut by its owner's password, and the owner at the page, whatever the tests before left. */
async function asOwner(): Promise<void> {
  const { address, carry } = bench();
  const post = (path: string, body: object): Promise<Response> =>
    fetch(`${address}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Ansa Brekk', password: PASSWORD, ...body }),
    });
  const opened = await post('/api/session/opening', {});
  await carry(cookiesOf(opened.ok ? opened : await post('/api/session', {})), address);
}
/** Somebody new of the shop, by the API: their name and the link by which they come in. */
async function invited(): Promise<{ name: string; link: string }> {
  const name = `Wessa ${Date.now() % 1e6}`;
  const made = await bench().driver.executeAsyncScript<{ secret: string }>(
    `const [name, done] = arguments;
     fetch('/api/people', { method: 'POST', headers: { 'content-type': 'application/json' },
       body: JSON.stringify({ name, role: 'fitter' }) }).then((r) => r.json()).then(done);`,
    name,
  );
  return { name, link: `${bench().address}/enter#${made.secret}` };
}
const setDigits = async (): Promise<void> => {
  await into('[data-testid="own-digits"] [name="password"]', PASSWORD);
  await into('[data-testid="own-digits"] [name="digits"]', `4071${Key.ENTER}`);
  await bench().eventually(
    () => bench().notices(),
    (all) => all.some((words) => words.includes('four digits are set')),
    'the digits are set',
  );
};
const enter = async (name: string, link: string): Promise<void> => {
  const { driver, eventually, text } = bench();
  await driver.get('about:blank');
  await driver.get(link);
  await eventually(
    () => text('h1'),
    (words) => words === name,
    'the link knows whose it is',
  );
  await into('[name="password"]', `bolts before lunch${Key.ENTER}`);
  await arrives('/');
};

describe('coming in', () => {
  test('whoever is not signed in is led to the door and, by one press in the demo, to where they wanted', async () => {
    const { driver, find, text, address, devtools } = bench();
    await devtools('Network.clearBrowserCookies', {});
    await driver.get(`${address}/catalog`);
    await arrives('/sign-in');
    expect(await text('main')).toContain('This is the demo shop');
    await (await find('[data-testid="presses"] li:nth-child(2) button')).click();
    await arrives('/catalog');
    expect(await here()).toBe('Odo Tallin');
  });

  test('what a fitter may not do cannot be pressed, and says who could; what is measured is theirs', async () => {
    const { find, text, driver } = bench();
    await bench().go('/');
    const begin = await driver.findElement(By.xpath('//button[contains(., "New vehicle")]'));
    expect(await begin.isEnabled()).toBe(false);
    expect(await begin.getAttribute('title')).toContain('ask the owner or a planner');
    await bench().openStage('Highfold', 1, 'package');
    const offset = await find('[data-path="package.wheel.offsetMm"]');
    await bench().eventually(
      () => offset.isEnabled(),
      (on) => !on,
      'the package is not theirs to change',
    );
    await bench().turn('measure');
    const label = await find('[data-path="vehicle.label"]');
    expect(await label.isEnabled()).toBe(true);
    await label.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Measured by Odo');
    await bench().saved();
    await driver.navigate().refresh();
    expect(await text('[data-testid="sheet-head"] h1')).toBe('Measured by Odo');
  });

  test('whoever looks on is told so, and types nothing away', async () => {
    const { find, text } = bench();
    await bench().signIn(bench().address, DEMO.viewer);
    await bench().openStage('Highfold', 1, 'measure');
    expect(await text('[data-testid="looks-on"]')).toBe('You look on');
    await bench().eventually(
      async () => (await find('[data-path="vehicle.label"]')).isEnabled(),
      (on) => !on,
      'nothing is theirs to change',
    );
  });
});

describe('a shop of one’s own', () => {
  test('an owner’s password shuts the door', async () => {
    const { text, find, driver, address, devtools } = bench();
    await devtools('Network.clearBrowserCookies', {});
    await driver.get(`${address}/sign-in`);
    await into('[data-testid="opening"] [name="name"]', 'Ansa Brekk');
    await into('[data-testid="opening"] [name="password"]', `too short${Key.ENTER}`);
    expect(await text('[data-testid="opening"] [role="alert"]')).toContain('12 characters');
    await into('[data-testid="opening"] [name="password"]', `${PASSWORD}${Key.ENTER}`);
    await arrives('/');
    expect(await here()).toBe('Ansa Brekk');
    await signOut();
    expect(await text('main')).not.toContain('Odo Tallin');
    await into('[name="name"]', 'ansa brekk');
    await into('[name="password"]', `not the password${Key.ENTER}`);
    expect(await text('[data-testid="refused"]')).toContain('not right');
    await into('[name="password"]', `${PASSWORD}${Key.ENTER}`);
    await arrives('/');
    await find('[data-testid="jobs"]');
  });

  test('the owner makes a link, and whoever it is for sets a password and is in', async () => {
    const { find, driver, text } = bench();
    await asOwner();
    await bench().go('/people');
    const name = `Perrin ${Date.now() % 1e6}`;
    await into('[data-testid="new-person"] [name="name"]', `${name}${Key.ENTER}`);
    const link = (await (await find('[data-testid="fresh-link"] input')).getAttribute('value')) ?? '';
    await signOut();
    await enter(name, link);
    expect(await here()).toBe(name);
    await driver.get('about:blank');
    await driver.get(link);
    expect(await text('[data-testid="refused"]')).toContain('opens nothing');
  });

  test('at the bench four digits change who is here; what was typed before stays its writer’s', async () => {
    const { find, driver, eventually, database } = bench();
    await asOwner();
    await bench().go('/people');
    await setDigits();
    const { name, link } = await invited();
    await enter(name, link);
    await bench().openStage('Highfold', 1, 'measure');
    const label = await find('[data-path="vehicle.label"]');
    await label.sendKeys(Key.chord(Key.CONTROL, 'a'), `Typed by ${name}`);
    await (await find('[data-testid="person"]')).click();
    const ansa = await driver.findElement(
      By.xpath('//*[@data-testid="take-over"]//button[contains(., "Ansa Brekk")]'),
    );
    await ansa.click();
    const digits = await find('[role="dialog"] input[inputmode="numeric"]');
    await digits.sendKeys('4072');
    expect(await bench().text('[role="dialog"] [role="alert"]')).toContain('not the digits of Ansa Brekk');
    await digits.sendKeys('4071');
    await eventually(here, (name) => name === 'Ansa Brekk', 'Ansa is here');
    const rows = await database.query.changes.findMany({
      columns: { person: true, changes: true },
      orderBy: (change, { desc }) => desc(change.id),
      limit: 1,
    });
    expect(rows[0]?.person).toBe(name);
  });

  test('a passkey that a device made signs in at the door, and takes over at the bench', async () => {
    const { find, driver, eventually, devtools, address, carry, text } = bench();
    await asOwner();
    // Browsers tie passkeys to a name.
    const named = address.replace('127.0.0.1', 'localhost');
    const login = await fetch(`${address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Ansa Brekk', password: PASSWORD }),
    });
    await carry(cookiesOf(login), named);
    await devtools('WebAuthn.enable', {});
    await devtools('WebAuthn.addVirtualAuthenticator', {
      options: {
        protocol: 'ctap2',
        transport: 'internal',
        hasResidentKey: true,
        hasUserVerification: true,
        isUserVerified: true,
        automaticPresenceSimulation: true,
      },
    });
    try {
      await driver.get(`${named}/people`);
      await into('[data-testid="own-passkeys"] [name="label"]', 'Tablet at the pit');
      await into('[data-testid="own-passkeys"] [name="password"]', `not the password${Key.ENTER}`);
      expect(await text('[data-testid="own-passkeys"] [role="alert"]')).toContain('another');
      await into('[data-testid="own-passkeys"] [name="password"]', `${PASSWORD}${Key.ENTER}`);
      expect(await text('[data-testid="own-passkeys"] li')).toContain('Tablet at the pit');
      await signOut();
      await press('Sign in by passkey');
      await arrives('/');
      expect(await here()).toBe('Ansa Brekk');

      const { name, link } = await invited();
      await enter(name, link.replace(address, named));
      await eventually(here, (now) => now === name, 'somebody else is here');
      await (await find('[data-testid="person"]')).click();
      await press('Take over by passkey');
      await eventually(here, (now) => now === 'Ansa Brekk', 'Ansa took over');
      await driver.get(`${named}/people`);
      expect(await text('[data-testid="own-sessions"]')).toContain('by passkey');
      await (await find('[aria-label="End the passkey Tablet at the pit"]')).click();
      await eventually(
        () => text('[data-testid="own-passkeys"]'),
        (words) => !words.includes('Tablet at the pit'),
        'it is ended',
      );
    } finally {
      await devtools('WebAuthn.disable', {});
    }
  });

  test('where the session ended meanwhile nothing typed is lost: it says so, and stores it after signing in', async () => {
    const { find, driver, eventually, devtools, text } = bench();
    await asOwner();
    await bench().openStage('Highfold', 1, 'measure');
    const path = await at();
    await devtools('Network.clearBrowserCookies', {});
    const label = await find('[data-path="vehicle.label"]');
    await label.sendKeys(Key.chord(Key.CONTROL, 'a'), 'Typed while signed out');
    await eventually(
      () => text('[data-testid="save-state"]'),
      (words) => words.includes('signed out'),
      'it says that nobody is signed in',
    );
    await press('Sign in');
    await arrives('/sign-in');
    await into('[name="name"]', 'Ansa Brekk');
    await into('[name="password"]', `${PASSWORD}${Key.ENTER}`);
    await arrives(path);
    await bench().saved();
    await driver.navigate().refresh();
    await eventually(
      async () => (await find('[data-path="vehicle.label"]')).getAttribute('value'),
      (words) => words === 'Typed while signed out',
      'what was typed is stored',
    );
  });
});

describe('what is the owner’s', () => {
  test('a program is let in, its token is shown once and lets it in until it is taken back', async () => {
    const { go, find, text, eventually, address } = bench();
    await asOwner();
    await go('/people');
    const form = '[data-testid="new-program"]';
    await into(`${form} [name="name"]`, 'Alignment bench');
    await (await find(`${form} [name="may"]`)).sendKeys('what a fitter may');
    await (await find(`${form} [name="name"]`)).sendKeys(Key.ENTER);
    const token = await (await find('[aria-label="Token of Alignment bench"]')).getAttribute('value');
    const asked = (): Promise<number> =>
      fetch(`${address}/api/plan`, { headers: { authorization: `Bearer ${token}` } }).then(
        ({ status }) => status,
      );
    expect(await asked()).toBe(200);
    await (await find('[aria-label="Let Alignment bench in no more"]')).click();
    await eventually(
      () => text('[data-testid="programs"]'),
      (words) => words.includes('taken back'),
      'it is taken back',
    );
    expect(await asked()).toBe(401);
    await go('/people');
    expect(await text('main')).not.toContain(token);
  });

  test('an address is called, its key shown once; what came of it stands beside it', async () => {
    const { go, find, text, eventually } = bench();
    await asOwner();
    await go('/people');
    const form = '[data-testid="new-webhook"]';
    await into(`${form} [name="name"]`, 'Bookkeeping');
    await into(`${form} [name="url"]`, `http://books.invalid/vexlo${Key.ENTER}`);
    await eventually(
      () => text(form),
      (words) => words.includes('begins with https://'),
      'why it cannot be called',
    );
    // Nobody is there: names under .invalid lead nowhere.
    await into(`${form} [name="url"]`, `https://books.invalid/vexlo${Key.ENTER}`);
    const key = await (await find('[aria-label="Key of Bookkeeping"]')).getAttribute('value');
    expect(key).toMatch(/^whsec_/);
    await eventually(
      () => text('[data-testid="webhook-calls"]'),
      (words) => /tried (once|\d+ times), goes on: no such name: books\.invalid/.test(words),
      'what came of the first try',
    );
    await (await find('[aria-label="Call Bookkeeping no more"]')).click();
    await eventually(
      () => text('main'),
      (words) => !words.includes('books.invalid'),
      'it is called no more',
    );
    expect(await text('main')).not.toContain(key);
  });

  test('a customer is found by a vehicle, and erased when their name is typed', async () => {
    const { go, find, text, eventually, driver } = bench();
    await asOwner();
    await go('/customers');
    const names = (): Promise<string[]> =>
      driver.executeScript(
        'return [...document.querySelectorAll("[data-testid=customers] tbody td:first-child")].map((one) => one.textContent)',
      );
    const [first = ''] = await names();
    const vehicle = await text('[data-testid="customers"] tbody td:nth-child(2)');
    await into('[type="search"]', vehicle.split(' · ')[0] ?? '');
    expect(await names()).toContain(first);
    await (await find(`[data-testid="customers"] tbody a`)).click();
    await eventually(
      () => text('h1'),
      (words) => words === first,
      'the page of the customer',
    );
    expect(await text('[data-testid="fleet"]')).toContain('J-');
    await press('Erase…');
    await into('[role="dialog"] [name="name"]', `Somebody else${Key.ENTER}`);
    await eventually(
      () => text('[role="dialog"]'),
      (words) => words.includes(`is not “${first}”`),
      'another name is refused',
    );
    await into('[role="dialog"] [name="name"]', `${first}${Key.ENTER}`);
    await arrives('/customers');
    await eventually(names, (all) => all.length > 0 && !all.includes(first), 'they are gone');
  });
});
