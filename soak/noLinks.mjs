// Given to node with --import: the drive has no hard links, as exFAT has none.
import fs from 'node:fs'
import { syncBuiltinESMExports } from 'node:module'

fs.promises.link = () => Promise.reject(Object.assign(new Error('EPERM: no hard links'), { code: 'EPERM' }))
syncBuiltinESMExports()
