import { migrate, openDatabase } from './database/database.ts';
import { clearDemo, seedDemo } from './demo/seedDemo.ts';

const db = openDatabase(process.env.DATABASE_URL ?? '');
try {
  await migrate(db);
  await clearDemo(db);
  await seedDemo(db);
  console.log('The demo is back as it was.');
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 1;
} finally {
  await db.destroy();
}
