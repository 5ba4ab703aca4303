import { chromium } from 'playwright-core';
const [,, out, path, w='1280', h='800', scheme='light', ...acts] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-background-networking','--no-first-run'] });
const p = await b.newPage({ viewport: { width: +w, height: +h }, colorScheme: scheme });
p.on('console', m => m.type()==='error' && console.log('console:', m.text()));
p.on('pageerror', e => console.log('pageerror:', e.message));
await p.goto('http://127.0.0.1:4310'+path); await p.waitForTimeout(2500);
for (const a of acts) { const [k, ...v] = a.split('='); const val=v.join('=');
 if (k==='click') await p.getByText(val,{exact:false}).first().click();
 else if (k==='tab') await p.getByRole('tab',{name:val}).click();
 else if (k==='button') await p.getByRole('button',{name:val}).first().click();
 else if (k==='key') await p.keyboard.press(val);
 else if (k==='wait') await p.waitForTimeout(+val);
 else if (k==='eval') console.log(await p.evaluate(val)); }
await p.screenshot({ path: out }); await b.close();
