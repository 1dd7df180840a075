/** A rendered sound as a WAV file: one channel, 16 bits. @param {AudioBuffer} sound */
export function toWav(sound) {
  const samples = sound.getChannelData(0);
  const bytes = new DataView(new ArrayBuffer(44 + 2 * samples.length));
  const text = (at, letters) => [...letters].forEach((letter, i) => bytes.setUint8(at + i, letter.charCodeAt(0)));
  text(0, 'RIFF');
  bytes.setUint32(4, 36 + 2 * samples.length, true);
  text(8, 'WAVEfmt ');
  bytes.setUint32(16, 16, true);
  bytes.setUint16(20, 1, true);
  bytes.setUint16(22, 1, true);
  bytes.setUint32(24, sound.sampleRate, true);
  bytes.setUint32(28, 2 * sound.sampleRate, true);
  bytes.setUint16(32, 2, true);
  bytes.setUint16(34, 16, true);
  text(36, 'data');
  bytes.setUint32(40, 2 * samples.length, true);
  samples.forEach((one, i) => bytes.setInt16(44 + 2 * i, Math.round(32767 * Math.max(-1, Math.min(1, one))), true));
  return new Blob([bytes], { type: 'audio/wav' });
}
