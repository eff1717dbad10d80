import {page,go,find,b,errs,base} from './.p.mjs'
for (const row of globalThis.list) console.log(row.craft, row.tankName, row.state, '|', row.next.sentence)
const pump=find('fire pump')
await go('/','bay')
await go(`/jobs/${pump}`,'job')
await go(`/jobs/${pump}/hold`,'hold')
await go(`/jobs/${pump}/soap`,'soapstart')
console.log(errs.slice(0,5)); await b.close()
