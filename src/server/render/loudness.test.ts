import { loudnessIn, toLoudness } from './loudness'

const SUMMARY = `[Parsed_ebur128_0 @ 0x1] t: 1 M: -20.0
[Parsed_ebur128_0 @ 0x1] Summary:

  Integrated loudness:
    I:         -23.4 LUFS
    Threshold: -33.9 LUFS

  Sample peak:
    Peak:       -3.1 dBFS
`
test('how loud a mix is stands in the summary; what is silent has no loudness', () => {
  expect(loudnessIn(SUMMARY)).toEqual({ lufs: -23.4, peakDb: -3.1 })
  expect(loudnessIn(SUMMARY.replace('-23.4', '-70.0'))).toBeNull()
  expect(loudnessIn('nothing')).toBeNull()
})
test('it gets as much louder as is wanted, held below full scale where its peaks would be over it', () => {
  expect(toLoudness({ lufs: -23.4, peakDb: -20 }, -16)).toEqual(['volume=7.40dB'])
  expect(toLoudness({ lufs: -23.4, peakDb: -3.1 }, -16)).toEqual([
    'volume=7.40dB',
    expect.stringMatching(/^alimiter=.*limit=0\.84/),
  ])
  expect(toLoudness({ lufs: -12, peakDb: -1 }, -16)).toEqual(['volume=-4.00dB'])
})
