// Reads all that is kept and says what is wrong with it; ends with 1 where something is.
import { openDatabase } from './db/database.ts';
import { checkAll } from './services/care.ts';

const url = process.env.DATABASE_URL;
if (!url) throw new Error('DATABASE_URL is not set; npm run check sets it.');
const database = await openDatabase(url);
const { files, versions, faults } = await checkAll(database.db);
await database.close();
for (const fault of faults) console.log(fault);
console.log(
  faults.length === 0
    ? `${files} files and ${versions} versions are as they were kept.`
    : `${faults.length} of ${files} files and ${versions} versions are not as they were kept.`,
);
process.exit(faults.length === 0 ? 0 : 1);
