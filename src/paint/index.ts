export * from './paint'
