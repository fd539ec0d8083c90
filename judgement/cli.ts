import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileById } from '@ombrik/core/profiles/profiles';
import { SOUND } from './sound.ts';

for (const { name, board } of SOUND) {
  const b = board();
  const d = derive(b, genericCatalogue, profileById(b.brief.profileId), defaultWorkshop);
  const bad = d.findings.filter((f) => f.severity !== 'note');
  console.log(
    `## ${name}: ${bad.filter((f) => f.severity === 'stop').length} stops, ${bad.filter((f) => f.severity === 'warn').length} warnings; states ${d.sizing.states.length}, rounds ${d.sizing.rounds}`,
  );
  for (const f of bad) console.log(`   ${f.severity} ${f.kind}: ${f.says} | ${f.why}`);
  if (process.argv[2])
    console.log(
      d.sizing.cables
        .map(
          (c) =>
            `${d.lengths.find((l) => l.cableId === c.cableId) && b.cables.find((x) => x.id === c.cableId)!.designation} ${c.conductor.value} (${c.designCurrentA.toFixed(1)} A)`,
        )
        .join(', '),
    );
}
