export { type Loose, productionWith } from './fixture.ts'
