import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--use-gl=swiftshader','--enable-unsafe-swiftshader'] });
const page = await b.newPage({ viewport: { width: 1280, height: 800 } });
page.on('pageerror', e => console.log('ERR', e.message));
page.on('console', m => m.type()==='error' && console.log('CON', m.text()));
await page.goto('http://127.0.0.1:5317/demo');
await page.waitForURL(/bench/);
const row = (n) => page.getByLabel('Register').getByRole('button', { name: n });
await row('S-03').filter({hasText:'current'}).waitFor({timeout:60000});
await page.goto(page.url().replace(/bench.*/,'model'));
const models = page.getByRole('region', { name: 'Models' });
await page.getByLabel('Another model').setInputFiles('demo/boat-gantry.ifc');
await models.getByText('boat-gantry', {exact:true}).waitFor({timeout:60000});

for (let k=0;k<4;k++){ await page.waitForTimeout(k<2?9000:0); const t=Date.now(); await models.getByRole('button',{name:/(Hide|Show) the model boat-gantry/}).click(); await page.getByRole('main').getByText(k%2?'354 elements':'336 elements').waitFor({timeout:60000}); console.log(k, Date.now()-t);}
await b.close();
