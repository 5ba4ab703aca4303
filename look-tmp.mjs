import { chromium } from 'playwright-core';
const [path, out, size='1280x800', scheme='light', press] = process.argv.slice(2);
const [width,height]=size.split('x').map(Number);
const b = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu','--disable-background-networking','--no-first-run']});
const c = await b.newContext({viewport:{width,height},colorScheme:scheme,reducedMotion:'reduce'});
const p = await c.newPage();
p.on('console',m=>m.type()==='error'&&console.log('ERR',m.text())); p.on('pageerror',e=>console.log('PAGEERR',e.message));
await p.goto('http://127.0.0.1:4310'+path,{waitUntil:'domcontentloaded'});
await p.waitForTimeout(2500);
if(press) for (const x of press.split('|')) { await p.getByRole('button',{name:new RegExp(x)}).first().click(); await p.waitForTimeout(1200); }
console.log(await p.evaluate(()=>({w:document.documentElement.scrollWidth,h:document.documentElement.scrollHeight})));
await p.screenshot({path:out, fullPage: process.env.FULL==='1'});
await b.close();
