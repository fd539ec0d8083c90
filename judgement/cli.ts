import { asBuilt, casesOf, judgeMutant, judgeSound } from './judge.ts';
import { SOUND } from './sound.ts';

for (const sound of [
  ...SOUND,
  ...SOUND.map((s) => ({ name: `${s.name}, as built`, board: () => asBuilt(s.board()) })),
]) {
  const { stops, warnings, name } = judgeSound(sound);
  if (stops.length || warnings.length)
    console.log(
      name,
      [...stops, ...warnings].map((f) => f.severity + ' ' + f.kind + ': ' + f.says),
    );
}
let [n, bad] = [0, 0];
for (const c of casesOf()) {
  const { found, others } = judgeMutant(c);
  n++;
  if (!found || others.length) {
    bad++;
    console.log(
      `${c.mutant.name} | ${c.sound.name} | at ${c.at} | ${found ? 'found' : 'MISSED ' + c.mutant.kinds} ${others.map((f) => `\n      + ${f.kind}: ${f.says}`).join('')}`,
    );
  }
}
console.log(n, 'cases', bad, 'bad');
