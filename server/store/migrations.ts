/** Numbered by position, from 1; a migration that has landed is never edited. */
export const MIGRATIONS: readonly string[] = [
  `
  -- The craft patterns that jobs embed, each once: most of a document, and it hardly ever changes.
  create table crafts (
    hash text primary key,
    pattern jsonb not null
  );
  create table jobs (
    id text primary key,
    title text not null,
    customer text not null,
    revision integer not null,
    -- Without craft.pattern, which is the row of crafts.
    document jsonb not null,
    craft_hash text not null references crafts (hash),
    -- What the Board shows; null from an edit until the Board is next looked at.
    summary jsonb,
    changed_at timestamptz not null default now()
  );
  create table revisions (
    job_id text not null references jobs (id) on delete cascade,
    revision integer not null,
    save_id text not null,
    -- The first revision holds the whole document, later ones the operations on the one before.
    document jsonb,
    craft_hash text references crafts (hash),
    operations jsonb,
    saved_at timestamptz not null default now(),
    primary key (job_id, revision),
    unique (job_id, save_id)
  );
  create table shelf (
    id text primary key,
    position integer not null,
    hash text not null,
    item jsonb not null
  );
  create table patterns (
    id text primary key,
    hash text not null,
    pattern jsonb not null
  );
  `,
  `
  -- What was done and seen in the bay: only ever added to.
  create table events (
    job_id text not null references jobs (id) on delete cascade,
    id text not null,
    done_at text not null,
    event jsonb not null,
    received_at timestamptz not null default now(),
    primary key (job_id, id)
  );
  create index events_in_order on events (job_id, done_at, id);
  -- The pictures themselves are files beside the database, each under the hash of its bytes.
  create table photographs (
    hash text primary key,
    mime text not null,
    bytes integer not null
  );
  -- The summary has gained what the bay says.
  update jobs set summary = null;
  `,
  `
  -- The summary has gained where the next thing is done, and planner 0.5.0 finds more.
  update jobs set summary = null;
  `,
  `
  -- How far this database is in the journal; one row.
  create table journal_mark (
    generation text,
    n bigint not null,
    at bigint not null
  );
  insert into journal_mark values (null, 0, 0);
  -- Why a job is set aside: something of it could not be read. It takes no edit until somebody has settled it.
  alter table jobs add column trouble text;
  -- Events count in the order they came in; a device's clock is a label.
  alter table events add column seq bigint;
  update events set seq = ranked.place
    from (select job_id, id, row_number() over (order by job_id, done_at, id) as place from events) ranked
    where ranked.job_id = events.job_id and ranked.id = events.id;
  create sequence events_seq owned by events.seq;
  select setval('events_seq', coalesce((select max(seq) from events), 0) + 1, false);
  alter table events alter column seq set default nextval('events_seq'), alter column seq set not null;
  drop index events_in_order;
  create index events_in_order on events (job_id, seq);
  -- Pictures no event names are kept for a while: theirs may still be on its way.
  alter table photographs add column kept_at timestamptz not null default now();
  update jobs set summary = null;
  `,
  `
  -- A picture no event names is passed by once before it goes: the clock may have jumped since it came.
  alter table photographs add column passed_by boolean not null default false;
  `,
  `
  -- What a job is found by: its words as core writes them, kept with the summary. Planner 0.7.0 says some things anew.
  alter table jobs add column words tsvector not null default '';
  create index jobs_by_words on jobs using gin (words);
  create index jobs_by_change on jobs (changed_at desc, id);
  create index jobs_unsummarised on jobs (changed_at desc, id) where summary is null;
  update jobs set summary = null;
  `,
  `
  -- Craft patterns that are being drawn, each with the ids of its last saves.
  create table drafts (
    id text primary key,
    revision integer not null,
    draft jsonb not null,
    save_ids jsonb not null,
    changed_at timestamptz not null default now()
  );
  `,
  `
  -- The reels of the workshop, one row.
  create table rack (
    one boolean primary key check (one),
    rack jsonb not null
  );
  -- Planner 0.14.0 has plugs pinned where something lifts off, and finds more.
  update jobs set summary = null;
  `,
];
