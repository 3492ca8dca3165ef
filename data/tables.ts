/** All tables, for whoever opens, empties or migrates them. */
export * from './schema';
export * from './wellTables';
