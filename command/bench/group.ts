import { sql } from 'drizzle-orm';
import type { Database } from '../../data/client';
import { addShop } from '../shop';

/** How large a group of shops is made: as one that has worked for years. */
export type GroupSize = {
  shops: number;
  /** Of each shop. */
  jobs: number;
  /** Of these, how many are not done. */
  open: number;
  logEntriesPerJob: number;
  catalogItems: number;
};
export const A_GROUP: GroupSize = {
  shops: 20,
  jobs: 1000,
  open: 60,
  logEntriesPerJob: 15,
  catalogItems: 2500,
};

/**
 * Makes a group of shops in a database that holds the demo: each has copies of the demo's vehicles, stages, work, quotes and log, by whole
 * statements of SQL, since 400,000 rows one by one would take an hour. Answers the links by which their owners come in.
 */
export async function makeGroup(
  url: string,
  tables: Database,
  size: GroupSize,
): Promise<{ id: number; secret: string }[]> {
  const made: { id: number; secret: string }[] = [];
  for (let i = 0; i < size.shops; i++) {
    const { secret } = await addShop(url, { name: `Group ${i + 1}`, place: '', owner: `Owner ${i + 1}` });
    const { rows } = await tables.execute<{ id: number }>(
      sql`select id from shop where name = ${`Group ${i + 1}`}`,
    );
    const id = rows[0]?.id ?? 0;
    made.push({ id, secret });
    await fillShop(tables, id, size);
  }
  await tables.execute(sql`analyze`);
  return made;
}

async function fillShop(
  tables: Database,
  shop: number,
  { jobs, open, logEntriesPerJob, catalogItems }: GroupSize,
): Promise<void> {
  const run = (statement: ReturnType<typeof sql>) => tables.execute(statement);
  await run(
    sql`update shop set document = (select document from shop where id = 1), last_job = ${jobs} where id = ${shop}`,
  );
  await run(
    sql`insert into customers (shop_id, name) select ${shop}, 'Customer ' || n from generate_series(1, ${Math.ceil(jobs / 2)}) n`,
  );
  await run(sql`
    with source as (select v.*, row_number() over (order by v.id) - 1 as k, count(*) over () as many from vehicles v where shop_id = 1),
      customer as (select id, row_number() over (order by id) as k from customers where shop_id = ${shop})
    insert into vehicles (shop_id, customer_id, label, kind, platform, document)
    select ${shop}, c.id, s.label || ' ' || n, s.kind, s.platform, s.document
    from generate_series(1, ${jobs}) n join source s on s.k = n % s.many join customer c on c.k = (n + 1) / 2`);
  await run(sql`
    with vehicle as (select id, label, row_number() over (order by id) as n from vehicles where shop_id = ${shop}),
      source as (select j.*, row_number() over (order by j.vehicle_id) - 1 as k, count(*) over () as many from jobs j where shop_id = 1)
    insert into jobs (shop_id, number, vehicle_id, title, status, opened_at)
    select ${shop}, 'J-' || lpad(v.n::text, 4, '0'), v.id, s.title,
      case when v.n <= ${jobs - open} then 'done' else s.status end, now() - (${jobs} - v.n) * interval '16 hours'
    from vehicle v join source s on s.k = v.n % s.many`);
  const copied = sql`
    job as (select id, row_number() over (order by id) as n from jobs where shop_id = ${shop}),
    source as (select j.id, row_number() over (order by j.vehicle_id) - 1 as k, count(*) over () as many from jobs j where shop_id = 1),
    pair as (select job.id as job_id, job.n, source.id as source_id from job join source on source.k = job.n % source.many)`;
  // Three stages each: where the demo has fewer, its last one again.
  await run(sql`
    with ${copied}
    insert into stages (shop_id, job_id, position, label, document, grade, least_clearance_mm, tire_code, rub)
    select ${shop}, p.job_id, at, s.label, s.document, s.grade, s.least_clearance_mm, s.tire_code, s.rub
    from pair p cross join generate_series(0, 2) at
    cross join lateral (select * from stages s where s.job_id = p.source_id order by s.position = at desc, s.position desc limit 1) s`);
  await run(sql`
    with ${copied}
    insert into job_work (shop_id, job_id, document)
    select ${shop}, p.job_id, jsonb_set(w.document::jsonb, '{stageId}', 'null')::json
    from pair p join job_work w on w.job_id = p.source_id`);
  await run(sql`
    with ${copied}
    insert into quotes (shop_id, job_id, number, document, person, accepted_at, accepted_by, accepted_option)
    select ${shop}, p.job_id, q.number, q.document, q.person, q.accepted_at, q.accepted_by, q.accepted_option
    from pair p join quotes q on q.job_id = p.source_id`);
  await run(sql`
    with ${copied},
      entry as (select document, predicted, kind, at, job_id, row_number() over (order by job_id, seq) - 1 as k, count(*) over () as many from log_entries
        where shop_id = 1 and kind not in ('reconciled', 'corrected', 'struck', 'restored', 'photo')),
      stage as (select job_id, max(id) as id from stages where shop_id = ${shop} group by job_id),
      fresh as (select p.job_id, p.n, i, md5(p.job_id || ' ' || i || ' ' || ${shop}) as id, e.document, e.predicted, e.kind, e.at, s.id as stage
        from pair p join stage s on s.job_id = p.job_id cross join generate_series(1, ${logEntriesPerJob}) i
        join entry e on e.k = (p.n * 7 + i) % e.many)
    insert into log_entries (shop_id, id, job_id, kind, at, document, predicted)
    select ${shop}, id, job_id, kind, at,
      jsonb_set(case when document::jsonb ? 'stageId' then jsonb_set(document::jsonb, '{stageId}', to_jsonb(stage)) else document::jsonb end, '{id}', to_jsonb(id))::json, predicted
    from fresh`);
  await run(sql`
    with source as (select c.*, row_number() over (order by id) - 1 as k, count(*) over () as many from catalog_items c where shop_id = 1)
    insert into catalog_items (shop_id, kind, maker, model, name, price, days, mass_kg, size_mm, rim_in, source, supplier, document)
    select ${shop}, s.kind, s.maker, s.model || ' ' || n, s.name, s.price, s.days, s.mass_kg, s.size_mm, s.rim_in, s.source, s.supplier, s.document
    from generate_series(1, ${catalogItems}) n join source s on s.k = n % s.many`);
}
