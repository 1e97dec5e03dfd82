import { Sequelize } from 'sequelize'

/** One pool of connections. Dates travel as text, numbers as numbers. */
export const openDatabase = (url: string): Sequelize =>
  new Sequelize(url, { dialect: 'postgres', logging: false, pool: { max: 12, acquire: 30_000 } })
