import { readFileSync } from 'node:fs'
import { readBuild } from '../src/core/build/readBuild.ts'
import { solderActs } from '../src/core/ways/solderActs.ts'
for (const n of process.argv.slice(2)) {
  const r = readBuild(JSON.parse(readFileSync(`demo/${n}.json`,'utf8')) as never) as any
  const b = r.build ?? r
  console.log('==',n)
  for (const a of solderActs(b)) console.log(a.order,a.stage,a.kind,a.id,a.says, (a as any).why ?? '', a.kind==='joint'?a.joint.wires.map(w=>w.id).join(','):'')
}
import { closedBody } from '../src/core/ways/closedBody.ts'
const rr = readBuild(JSON.parse(readFileSync(`demo/plover.json`,'utf8')) as never) as any
const bb = rr.build ?? rr
console.log(JSON.stringify(closedBody(bb)!.openings))
for (const p of bb.parts.filter((p:any)=>['pot','switch','jack'].includes(p.kind))) console.log(p.id,p.kind,JSON.stringify(Object.fromEntries(Object.entries(p.dims).map(([k,v]:any)=>[k,v.value]))))
