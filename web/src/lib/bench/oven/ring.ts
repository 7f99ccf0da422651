let context: AudioContext | null = null;

/** Two short tones, as a timer rings. A browser that does not let a page sound stays silent. */
export function ring(): void {
  context ??= new AudioContext();
  if (context.state !== 'running') void context.resume();
  const begin = context.currentTime;
  for (const [from, pitch] of [
    [0, 880],
    [0.22, 1175],
  ] as const) {
    const tone = context.createOscillator();
    const loud = context.createGain();
    tone.frequency.value = pitch;
    loud.gain.setValueAtTime(0.25, begin + from);
    loud.gain.exponentialRampToValueAtTime(0.001, begin + from + 0.2);
    tone.connect(loud).connect(context.destination);
    tone.start(begin + from);
    tone.stop(begin + from + 0.2);
  }
}
