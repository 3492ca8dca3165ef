/**
 * What can go wrong is an answer, not an exception: a value, or what is the matter with it. `Refused` says in which words:
 * `{ message }`, `{ faults }`, or what an endpoint refuses with.
 */
export type Result<T, Refused extends object> = { ok: true; value: T } | ({ ok: false } & Refused);
