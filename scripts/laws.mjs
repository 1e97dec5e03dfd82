// Laws are tried on the same random cases in every run of the tests; `npm run soak -- --laws N` tries others.
import fc from 'fast-check'

const seed = Number(process.env.LAW_SEED ?? 20260527)
fc.configureGlobal({ seed })
