export { DEMO_CLOCK, DEMO_PEOPLE, type DemoBuild, demoProduction } from './production.ts'
export { DEMO_CARD_VOLUME, DEMO_VOLUMES, demoCard, demoCardFiles, type DemoFile } from './cards.ts'
export { DEMO_PICTURES, type DemoPicture } from './look.ts'
export { bandPicture, quickTimeMovie } from './media/quickTime.ts'
