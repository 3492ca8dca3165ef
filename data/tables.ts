/** All tables, for whoever opens, empties or migrates them. */
export * from './schema';
export * from './logTables';
export * from './shopTable';
export * from './accountTables';
export * from './customerTables';
export * from './entryTables';
export * from './wellTables';
export * from './fleetTables';
