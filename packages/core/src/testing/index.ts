export { type Loose, productionWith } from './fixture.ts'
export { lightIsThere } from './sky.ts'
