export * from './paint'
export * from './recolour'
