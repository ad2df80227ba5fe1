import { readHouseFile, readRulesFile } from '@ample/core';
import { drawnRules } from '@ample/exchange/logo';
import { demoFile, demoFiles } from './demo-files.ts';
import type { OpenDatabase } from './store/database.ts';
import { getRules, saveRules } from './store/rules.ts';
import { createHouse, listHouse } from './store/house.ts';
import { storeJob } from './store/jobs.ts';
import type { Request } from './store/requests.ts';
import { jobStatements, type NewJob } from './store/statements.ts';

/** The demo jobs as one, whole or not at all; its id is that of the first. */
async function demoJobs(who: string): Promise<NewJob> {
  const made = (await demoFiles()).map((job) => jobStatements(job, who, 'demo'));
  return { id: made[0]!.id, statements: made.flatMap((x) => x.statements) };
}

/** Stores the demo jobs, the house details that they name, those whose names are free, and house rules where the office has none; gives the id of the first job. */
export async function storeDemo(database: OpenDatabase, who: string, request: Request | null = null): Promise<string> {
  const rules = drawnRules(readRulesFile(await demoFile('house-rules')));
  const details = readHouseFile(await demoFile('house-details'));
  await database.write(async (tx) => {
    const taken = new Set((await listHouse(tx)).map((h) => h.detail.name));
    for (const detail of details) if (!taken.has(detail.name)) await createHouse(tx, detail, who, 'demo');
    if ((await getRules(tx)).version === 0) await saveRules(tx, 0, rules, who);
  });
  return storeJob(database, await demoJobs(who), request);
}
