export default {
  testEnvironment: 'node',
  // Not a measure of speed: much of it starts programs, and a busy machine is not a fault.
  testTimeout: 240_000,
  roots: ['<rootDir>/src', '<rootDir>/recorder', '<rootDir>/demo', '<rootDir>/scripts', '<rootDir>/testing'],
  testMatch: ['**/*.test.ts'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
}
