// Where sound comes from: a microphone, a file, keys. All tell the same: frames, or notes, on the clock of the page.
import { audio } from '../../shared/audio.js';

/** Samples that a pitch takes, by the lowest note of the line in hertz: a lower one needs more of them. */
export const windowFor = (hz) => (hz >= 90 ? 1024 : hz >= 60 ? 2048 : 4096);

export const hertz = (midi, reference = 440) => reference * 2 ** ((midi - 69) / 12);

/** Opens the microphone. @param {(frame: number[]) => void} onFrame */
export async function openMicrophone({ worker, worklet, window: samples, onFrame }) {
  if (!navigator.mediaDevices?.getUserMedia) {
    throw Object.assign(new Error('none'), { name: 'NotFoundError' });
  }
  const stream = await navigator.mediaDevices.getUserMedia({ audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 } });
  const context = audio();
  await context.resume();
  await context.audioWorklet.addModule(worklet);
  const hears = new Worker(worker);
  const source = context.createMediaStreamSource(stream);
  const collector = new AudioWorkletNode(context, 'collector', { numberOfOutputs: 0 });
  const channel = new MessageChannel();
  hears.onmessage = (event) => event.data.frame && onFrame(event.data.frame);
  hears.postMessage({ open: { rate: context.sampleRate, window: samples }, port: channel.port1 }, [channel.port1]);
  collector.port.postMessage({ port: channel.port2 }, [channel.port2]);
  source.connect(collector);
  return {
    stream,
    setWindow(window) {
      hears.postMessage({ open: { rate: context.sampleRate, window } });
    },
    close() {
      source.disconnect();
      collector.disconnect();
      hears.terminate();
      stream.getTracks().forEach((track) => track.stop());
    },
  };
}

/** Reads a file of sound. @returns {Promise<number[][]>} its frames */
export async function readFile(file, { worker, window: samples }) {
  const context = audio();
  const sound = await context.decodeAudioData(await file.arrayBuffer());
  const mono = new Float32Array(sound.length);
  for (let channel = 0; channel < sound.numberOfChannels; channel += 1) {
    sound.getChannelData(channel).forEach((sample, k) => { mono[k] += sample / sound.numberOfChannels; });
  }
  return new Promise((resolve, reject) => {
    const hears = new Worker(worker);
    hears.onmessage = (event) => {
      hears.terminate();
      resolve(event.data.frames);
    };
    hears.onerror = (event) => reject(new Error(event.message));
    hears.postMessage({ whole: { samples: mono, rate: sound.sampleRate, window: samples } }, [mono.buffer]);
  });
}

/** Listens to keys. @param {(note: number[]) => void} onNote beginning and end in milliseconds of the audio clock, and key */
export async function openMidi(onNote) {
  if (!navigator.requestMIDIAccess) {
    return null;
  }
  const access = await navigator.requestMIDIAccess().catch(() => null);
  const inputs = access ? [...access.inputs.values()] : [];
  if (inputs.length === 0) {
    return null;
  }
  const context = audio();
  await context.resume();
  const down = new Map();
  const clock = (stamp) => 1000 * context.currentTime - (performance.now() - stamp);
  const take = (event) => {
    const [status, key, force] = event.data;
    const kind = status & 0xf0;
    if (kind === 0x90 && force > 0) {
      down.set(key, clock(event.timeStamp));
    } else if ((kind === 0x80 || kind === 0x90) && down.has(key)) {
      onNote([down.get(key), clock(event.timeStamp), key]);
      down.delete(key);
    }
  };
  inputs.forEach((input) => input.addEventListener('midimessage', take));
  inputs.forEach((input) => input.open?.());
  return { name: inputs[0].name ?? 'MIDI', close: () => inputs.forEach((input) => input.removeEventListener('midimessage', take)) };
}
