// Plays scales and answers: a struck string of seven partials that dies away, in equal temperament at the A that was chosen. Nothing
// sounds by itself, and nothing at all where sound is off.
const key = "gavvet-sound";
const usual = { loudness: 60, speed: 140, a: 440, isHeld: false };
const partials = [1, 0.55, 0.34, 0.2, 0.12, 0.07, 0.04];
const A4 = 57; // semitones above C0
const PAUSE = 2; // notes between two lines

const settings = { ...usual };
try {
  Object.assign(settings, JSON.parse(localStorage.getItem(key) ?? "{}"));
} catch {
  // Settings that cannot be read are those of the beginning.
}

let context = null;
let wave = null;
let playing = [];

const frequency = (semitones) => settings.a * 2 ** ((semitones - A4) / 12);

const tone = (semitones, start, length, loudness) => {
  wave ??= context.createPeriodicWave(new Float32Array(partials.length + 1), Float32Array.from([0, ...partials]));
  const pitch = frequency(semitones);
  const oscillator = new OscillatorNode(context, { type: "custom", periodicWave: wave, frequency: pitch });
  // The upper partials fade first, as those of a string do.
  const filter = new BiquadFilterNode(context, { type: "lowpass", Q: 0.3, frequency: Math.min(9000, pitch * 9) });
  filter.frequency.setTargetAtTime(Math.min(3000, pitch * 3), start + 0.02, 0.25);
  const gain = new GainNode(context, { gain: 0 });
  gain.gain.setValueAtTime(0, start);
  gain.gain.linearRampToValueAtTime(loudness, start + 0.012);
  gain.gain.setTargetAtTime(loudness * 0.35, start + 0.012, 0.35);
  gain.gain.setTargetAtTime(0, start + length - 0.05, 0.03);
  oscillator.connect(filter).connect(gain).connect(context.destination);
  oscillator.start(start);
  oscillator.stop(start + length + 0.15);
  playing.push(oscillator);
};

const stop = () => {
  for (const oscillator of playing) oscillator.stop();
  playing = [];
};

const numbers = (line) => (line ?? "").split(" ").filter(Boolean).map(Number);

// The lines of a way to play: one, or what was written and then what is right.
const linesOf = (group, way) => {
  const right = numbers(group.dataset.sound);
  const top = Number(group.dataset.top ?? right.length - 1);
  return { up: [right.slice(0, top + 1)], down: [right.slice(top)], both: [right], written: [numbers(group.dataset.written)], compare: [numbers(group.dataset.written), right] }[way].filter((line) => line.length > 0);
};

const play = (group, way) => {
  const lines = linesOf(group, way);
  const count = lines.reduce((sum, line) => sum + line.length, 0);
  stop();
  group.dataset.played = settings.loudness === 0 ? "off" : `${way} ${count}`;
  for (const said of document.querySelectorAll("[data-sound-off]")) said.hidden = settings.loudness > 0;
  if (settings.loudness === 0 || count === 0) return;
  context ??= new AudioContext();
  context.resume();
  const loudness = (settings.loudness / 100) ** 2 * 0.5;
  const note = 60 / settings.speed;
  let at = context.currentTime + 0.05;
  for (const line of lines) {
    if (settings.isHeld) tone(line[0] - 12, at, note * (line.length + 1), loudness * 0.5);
    line.forEach((semitones, i) => tone(semitones, at + i * note, i === line.length - 1 ? note * 2 : note, loudness));
    at += (line.length + PAUSE) * note;
  }
};

const show = () => {
  for (const hold of document.querySelectorAll("[data-hold]")) hold.setAttribute("aria-pressed", settings.isHeld);
  for (const field of document.querySelectorAll("[data-sound-setting]")) field.value = settings[field.dataset.soundSetting];
  for (const said of document.querySelectorAll("[data-sound-off]")) said.hidden = settings.loudness > 0;
};

const keep = () => {
  localStorage.setItem(key, JSON.stringify(settings));
  show();
};

document.addEventListener("click", (event) => {
  const group = event.target.closest("[data-sound]");
  const way = event.target.closest("[data-play]")?.dataset.play;
  if (group && way) play(group, way);
  if (event.target.closest("[data-hold]")) {
    settings.isHeld = !settings.isHeld;
    keep();
  }
});
document.addEventListener("change", (event) => {
  const field = event.target.closest("[data-sound-setting]");
  if (!field || !field.checkValidity() || field.value === "") return;
  settings[field.dataset.soundSetting] = Number(field.value);
  keep();
});
document.addEventListener("htmx:afterSettle", show);
show();
