import { readFileSync } from 'node:fs'
import { CALM, followInput, followStands, viewer } from '@/core/framing'
import { readTrace } from '@/core/trace'
for (const file of process.argv.slice(2)) {
const r=readTrace(readFileSync(file,'utf8')); if('error' in r) throw r.error
for(const bare of [true,false]) for (const zoom of [2,1.6]){
const inp=followInput(r.trace,30)!; const input=bare?{...inp,uses:[]}:inp
const b=performance.now(); const st=followStands(input,{...CALM,zoom}); const ms=performance.now()-b
const at=viewer(st); let iv=0,mid=0,still=1,cut=0,use=0,zs=0; const n=input.pointer.length
const per=new Map<string,[number,number]>()
for(let f=0;f<n;f++){const p=input.pointer[f]!,v=at(f);const w=(m:number)=>p.x>=v.x+v.w*m-.01&&p.x<=v.x+v.w*(1-m)+.01&&p.y>=v.y+v.h*m-.01&&p.y<=v.y+v.h*(1-m)+.01; if(w(0))iv++; if(w(.1))mid++; zs+=input.width/v.w; if(f){const u=at(f-1); if(Math.hypot(v.x-u.x,v.y-u.y)<.01&&Math.abs(u.w-v.w)<.01) still++; at(f)}
 for(const u of inp.uses!) if(f>=u.from&&f<=u.to){use++; const h=1-Math.max(0,Math.min(u.rect.x+u.rect.w,v.x+v.w)-Math.max(u.rect.x,v.x))*Math.max(0,Math.min(u.rect.y+u.rect.h,v.y+v.h)-Math.max(u.rect.y,v.y))/(u.rect.w*u.rect.h); if(h>.02) cut++ } }
console.log(file.split('/').pop(),bare?'pointer alone':'composed',zoom,'×: in view',(iv/n*100).toFixed(1),'middle',(mid/n*100).toFixed(1),'still',(still/n*100).toFixed(1),'stands',st.length,'mean zoom',(zs/n).toFixed(2),'things cut',(cut/Math.max(1,use)*100).toFixed(1),'%',inp.uses!.length,'things',Math.round(ms),'ms')
}}
