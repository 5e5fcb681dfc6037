export * from './paint'
export * from './recolour'
export * from './sheets'
