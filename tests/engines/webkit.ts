import { spawn } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import WebDriver from 'webdriver';
import { freePort } from '../application.ts';
import type { Engine } from './engine.ts';

/** Where Debian keeps WebKit’s small browser. */
const LIBRARIES = `/usr/lib/${process.arch === 'arm64' ? 'aarch64' : 'x86_64'}-linux-gnu`;
const KEYS: Record<string, string> = {
  Alt: '\uE00A',
  Control: '\uE009',
  ArrowLeft: '\uE012',
  ArrowRight: '\uE014',
  Enter: '\uE007',
};

/** WebKit, the engine of most tablets: Debian’s small browser on a screen that nobody sees, by the W3C’s protocol. */
export async function webkitEngine(): Promise<Engine> {
  const port = await freePort();
  const driver = spawn(
    'xvfb-run',
    ['-a', '-s', '-screen 0 1600x1200x24', 'WebKitWebDriver', `--port=${port}`],
    {
      stdio: 'ignore',
      detached: true,
      // Its sandbox needs rights that a container does not give.
      env: {
        ...process.env,
        WEBKIT_DISABLE_SANDBOX_THIS_IS_DANGEROUS: '1',
        WEBKIT_FORCE_SANDBOX: '0',
      },
    },
  );
  await answers(`http://127.0.0.1:${port}/status`);
  const session = await WebDriver.newSession({
    hostname: '127.0.0.1',
    port,
    path: '/',
    logLevel: 'silent',
    capabilities: {
      browserName: 'MiniBrowser',
      'wdio:enforceWebDriverClassic': true,
      'webkitgtk:browserOptions': { binary: miniBrowser(), args: ['--automation'] },
    } as object,
  });
  const press = async (keys: string) => {
    const codes = keys.split('+').map((key) => KEYS[key] ?? key);
    await session.performActions([
      {
        type: 'key',
        id: 'keyboard',
        actions: [
          ...codes.map((value) => ({ type: 'keyDown', value })),
          ...codes.toReversed().map((value) => ({ type: 'keyUp', value })),
        ],
      },
    ]);
  };
  return {
    name: 'webkit',
    version: String(session.capabilities.browserVersion ?? ''),
    // The protocol says nothing of the console.
    faults: [],
    resize: async (width, height) => void (await session.setWindowRect(0, 0, width, height)),
    open: async (address) => void (await session.navigateTo(address)),
    ask: (expression) => session.executeScript(`return (${expression});`, []),
    press,
    async type(selector, text) {
      const element = await session.findElement('css selector', selector);
      const id = Object.values(element)[0] as string;
      await session.elementSendKeys(id, text);
      await press('Enter');
    },
    async close() {
      await session.deleteSession();
      process.kill(-driver.pid!);
    },
  };
}

function miniBrowser(): string {
  for (const folder of readdirSync(LIBRARIES)) {
    const path = `${LIBRARIES}/${folder}/MiniBrowser`;
    if (folder.startsWith('webkit2gtk-') && existsSync(path)) return path;
  }
  throw new Error('MiniBrowser of WebKit is not on this machine.');
}

async function answers(address: string): Promise<void> {
  for (let attempt = 0; attempt < 100; attempt++) {
    if (
      await fetch(address).then(
        (answer) => answer.ok,
        () => false,
      )
    )
      return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('WebKit’s driver does not answer.');
}
