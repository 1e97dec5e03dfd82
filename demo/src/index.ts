export { DEMO_CLOCK, DEMO_PEOPLE, type DemoBuild, demoProduction } from './production.ts'
export { DEMO_VOLUMES, demoCardFiles, type DemoFile } from './cards.ts'
