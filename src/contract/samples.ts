/**
 * Files of the made-up tool library that can be brought in to try things with: a recording with its trace, its
 * narration and captions.
 */
export const SAMPLES = ['lend-out.mp4', 'lend-out.jsonl', 'narration.wav', 'narration.vtt'] as const
