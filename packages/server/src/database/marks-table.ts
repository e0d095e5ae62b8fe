import { sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** Facts about the file itself, such as that it holds demo data and of which day. */
export const marksTable = sqliteTable('marks', { name: text().primaryKey(), value: text().notNull() });
