import { newId } from '@ombrik/core/document/newId';
import { type OwnPart, ownPartId, partDifferences } from '@ombrik/core/document/part/ownPart';
import type { Part } from '@ombrik/core/document/part/part';
import { wiringProblems } from '@ombrik/core/document/references';
import type { Knex } from 'knex';
import { refuse } from '../refusal.ts';
import { bringBack, insertVersion, listOwnParts, retire, versionsOfPart } from './ownParts.ts';

/** Parts kept at one time, so that nobody fills the catalogue by accident. */
const MOST = 2000;

/** Keeps parts as new ones of the workshop, all of them or none. @returns as they are kept, version 1 each */
export async function keepNew(
  db: Knex,
  personId: string,
  parts: readonly Part[],
  note: string,
): Promise<{ id: string; partId: string }[]> {
  const problems = parts.flatMap((p, n) => wiringProblems(p, `parts[${n}]`));
  if (problems.length > 0) refuse(422, ...problems);
  return db.transaction(async (trx) => {
    await trx.raw('LOCK TABLE own_parts IN SHARE ROW EXCLUSIVE MODE');
    const known = await listOwnParts(trx);
    if (known.length + parts.length > MOST)
      refuse(422, `parts is ${parts.length} with ${known.length} kept already; accepted: up to ${MOST} in all`);
    const names = new Map(known.filter((k) => !k.retired).map((k) => [k.part.name, k]));
    const twice = parts.find((p, n) => names.has(p.name) || parts.findIndex((o) => o.name === p.name) < n);
    if (twice) refuse(409, `name is "${twice.name}", which another own part has; accepted: a name of its own`);
    const kept: { id: string; partId: string }[] = [];
    for (const part of parts) {
      const id = newId('op');
      const partId = ownPartId(id, 1);
      await insertVersion(trx, { id, version: 1, part: { ...part, id: partId }, note, personId });
      kept.push({ id, partId });
    }
    return kept;
  });
}

/** Keeps a part as the next version of one; two people who begin from the same version do not overwrite each other. */
export async function keepVersion(
  db: Knex,
  personId: string,
  id: string,
  { part, basedOn, note }: { part: Part; basedOn: number; note: string },
): Promise<OwnPart> {
  const problems = wiringProblems(part, 'part');
  if (problems.length > 0) refuse(422, ...problems);
  return db.transaction(async (trx) => {
    await trx.raw('LOCK TABLE own_parts IN SHARE ROW EXCLUSIVE MODE');
    const [newest] = await versionsOfPart(trx, id);
    if (!newest) return refuse(404, `no own part ${id}`);
    if (newest.version !== basedOn)
      refuse(
        409,
        `basedOn is ${basedOn}; accepted: ${newest.version}, which ${newest.madeBy} has kept meanwhile: ${partDifferences(part, newest.part).slice(0, 5).join(', ') || 'the same as yours'}`,
      );
    if (part.kind !== newest.part.kind)
      refuse(422, `part.kind is "${part.kind}"; accepted: "${newest.part.kind}", as all its versions are`);
    const version = newest.version + 1;
    await insertVersion(trx, { id, version, part: { ...part, id: ownPartId(id, version) }, note, personId });
    return (await versionsOfPart(trx, id))[0]!;
  });
}

/** Takes a part out of the catalogue, or back into it; boards that have it keep it. */
export async function setRetired(db: Knex, personId: string, id: string, retired: boolean): Promise<void> {
  if ((await versionsOfPart(db, id)).length === 0) refuse(404, `no own part ${id}`);
  await (retired ? retire(db, id, personId) : bringBack(db, id));
}
