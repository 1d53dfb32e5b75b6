import { chromium } from 'playwright-core';
const [,, who, pin, ...steps] = process.argv;
const size = (process.env.SIZE||'1280x800').split('x').map(Number);
const b = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync']});
const p = await b.newPage({viewport:{width:size[0],height:size[1]}});
p.on('console',m=>{if(m.type()==='error')console.log('console:',m.text().slice(0,300))}); p.on('pageerror',e=>console.log('pageerror',e.message));
await p.goto('http://127.0.0.1:7340/');
await p.getByRole('button',{name:new RegExp('^'+who)}).click(); await p.getByLabel(/^(PIN|Password)$/).fill(pin); await p.getByRole('button',{name:'Sign in as '+who}).click();
await p.getByRole('navigation',{name:'Places'}).waitFor();
for (const s of steps){ const i=s.indexOf('='); const k=s.slice(0,i), v=s.slice(i+1);
 try{
 if(k==='go') await p.goto('http://127.0.0.1:7340'+v);
 else if(k==='click') await p.getByRole('button',{name:new RegExp(v)}).first().click({timeout:8000});
 else if(k==='text') await p.getByText(v).first().click({timeout:8000});
 else if(k==='link') await p.getByRole('link',{name:new RegExp(v)}).first().click({timeout:8000});
 else if(k==='fill'){const j=v.indexOf('|'); await p.getByLabel(v.slice(0,j),{exact:false}).first().fill(v.slice(j+1));}
 else if(k==='pick'){const j=v.indexOf('|'); await p.getByLabel(v.slice(0,j)).first().click(); await p.getByRole('option',{name:new RegExp(v.slice(j+1))}).first().click();}
 else if(k==='key') await p.keyboard.press(v);
 else if(k==='wait') await p.waitForTimeout(+v);
 else if(k==='scroll') await p.mouse.wheel(0,+v);
 else if(k==='shot') await p.screenshot({path:v});
 else if(k==='eval') console.log(JSON.stringify(await p.evaluate(v)));
 }catch(e){console.log('FAILED',s,e.message.split('\n')[0]); await p.screenshot({path:'/tmp/fail.png'});}
}
console.log(p.url());
await b.close();
