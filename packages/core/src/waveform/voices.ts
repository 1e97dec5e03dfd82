import { seeded } from '../chance/index.ts'

/** Sound somewhat like people talking, to try things with: bursts of coloured noise with pauses. The same for a seed. */
export function likeVoices(seconds: number, sampleRate: number, seed: number): Float32Array {
  const random = seeded(seed)
  const samples = new Float32Array(seconds * sampleRate)
  for (let at = 0; at < samples.length;) {
    const length = Math.floor((0.1 + 0.4 * random()) * sampleRate)
    const [tone, level] = [0.05 + 0.4 * random(), 0.2 + 0.6 * random()]
    let smooth = 0
    for (let i = 0; i < length && at + i < samples.length; i++) {
      smooth += tone * (random() - 0.5 - smooth)
      samples[at + i]! += level * Math.sin((Math.PI * i) / length) * smooth
    }
    at += length + Math.floor(0.15 * random() * sampleRate)
  }
  return samples
}
