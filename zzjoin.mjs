import sharp from 'sharp';
const [out,h,...files]=process.argv.slice(2);
const imgs=await Promise.all(files.map(async f=>({buf:await sharp(f).resize({height:+h}).toBuffer()})));
const metas=await Promise.all(imgs.map(i=>sharp(i.buf).metadata()));
let x=0; const comp=imgs.map((i,k)=>{const c={input:i.buf,left:x,top:0}; x+=metas[k].width+8; return c;});
await sharp({create:{width:x,height:+h,channels:3,background:'#888'}}).composite(comp).png().toFile(out);
