import pg from 'pg';

/** Puts copies of the brushes that are there into the cabinet, until there are so many; each by a name of its own. */
export async function fillCabinet(databaseUrl: string, count: number): Promise<void> {
  const client = new pg.Client(databaseUrl);
  await client.connect();
  await client.query(
    `with base as (
       select b.*, row_number() over (order by name) - 1 as k, count(*) over () as n from brushes b
     ), made as (
       select gen_random_uuid() as id, gen_random_uuid() as version, i, base.current_id as from_version,
         base.name || ' ' || i as name, 'Drawer ' || (i % 7) as drawer, array['lot ' || (i % 5)] as tags, base.words
       from generate_series(1, $1::integer) i join base on base.k = i % base.n
     ), brush as (
       insert into brushes (id, name, drawer, current_id, tags, words) select id, name, drawer, version, tags, words from made
     )
     insert into versions (id, brush_id, number, what, thumbnail, body, echo, texture)
     select made.version, made.id, 1, 'made', v.thumbnail, v.body, (made.i * 37) % 100, (made.i * 53) % 100
     from made join versions v on v.id = made.from_version`,
    [count],
  );
  await client.query(
    `insert into drawers (name, place) select 'Drawer ' || k, 100 + k from generate_series(0, 6) k on conflict do nothing`,
  );
  await client.query('analyze');
  await client.end();
}
