const base = process.argv[2];
const r = await fetch(base+'/api/v1/session',{method:'POST',headers:{'content-type':'application/json'},body:JSON.stringify({login:'tomas',password:'quillhaven'})});
const cookie = r.headers.getSetCookie()[0].split(';')[0];
const day='2026-11-26';
async function time(path, n=5){ const ts=[]; let len=0,st; for(let i=0;i<n;i++){const t=performance.now(); const a=await fetch(base+'/api/v1'+path,{headers:{cookie}}); const b=await a.arrayBuffer(); st=a.status; len=b.byteLength; ts.push(performance.now()-t);} console.log(path.slice(0,70).padEnd(70), st, ts.map(t=>t.toFixed(0)).join(' '), len); return; }
await time(`/map?day=${day}`);
await time(`/round?dueBy=${day}`);
await time(`/round?dueBy=${day}&latitude=45.63&longitude=-31.22`);
await time(`/find?words=C%200012`); await time(`/find?words=lime`); await time('/find?words=lin%20row'); await time('/find?words=oak%20alder'); await time('/find?words=s'); await time('/find?words=&latitude=45.63&longitude=-31.22');
await time('/kinds/'+encodeURIComponent('Acer platanoides'));
await time('/stock'); await time('/review-queue');
for (const z of [9,10,11,12,13,14,15,16]) { const n=2**z; const x=Math.floor((-31.2+180)/360*n); const lat=45.62*Math.PI/180; const y=Math.floor((1-Math.asinh(Math.tan(lat))/Math.PI)/2*n); await time(`/tiles/${z}/${x}/${y}?day=${day}`,4); }
