/**
 * What is counted with, given to each module by name: looked up in the sandbox of a test, each `Math` would go through
 * its traps, and a solver take seven times as long.
 */
const COUNTED_WITH = [
  ...['Math', 'Number', 'Object', 'Array', 'Set', 'String', 'JSON', 'Buffer'],
  ...['Uint8Array', 'Uint8ClampedArray', 'Uint16Array', 'Int16Array', 'Uint32Array', 'Int32Array'],
  ...['Float32Array', 'Float64Array'],
]

export default {
  sandboxInjectedGlobals: COUNTED_WITH,
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
