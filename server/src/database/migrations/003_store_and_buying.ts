import type { Knex } from 'knex';

/**
 * Releases to the floor, the store, cut plans, offers and purchases. What lies in the store is only ever changed by a
 * record of a move: the balance beside it is kept by the database itself and can fall below nothing for nobody.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    ALTER TABLE floor_records DROP CONSTRAINT known_kind;
    ALTER TABLE floor_records ADD CONSTRAINT known_kind
      CHECK (kind IN ('cableMade', 'benchStep', 'cableStep', 'cableRedo'))`);
  await knex.schema.createTable('releases', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.text('way').notNullable().checkIn(['release', 'withdraw'], 'known_release');
    t.integer('revision').notNullable();
    // Why it was released with stop findings open, or withdrawn.
    t.text('reason').notNullable();
    t.jsonb('open_stops').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    t.index(['job_id']);
  });
  await knex.schema.createTable('stock', (t) => {
    t.text('id').primary();
    t.integer('number').notNullable().unique();
    t.text('article_id').notNullable();
    // Lengths in whole millimetres, everything else in pieces.
    t.text('unit').notNullable().checkIn(['mm', 'pcs'], 'known_unit');
    t.integer('start_quantity').notNullable();
    t.integer('on_hand').notNullable().defaultTo(0);
    t.integer('reserved').notNullable().defaultTo(0);
    t.text('bin').notNullable();
    t.integer('width_mm');
    t.integer('height_mm');
    t.double('unit_cost');
    t.timestamp('received_at').notNullable().defaultTo(knex.fn.now());
    t.index(['article_id']);
  });
  await knex.raw(`
    CREATE SEQUENCE stock_number START 1001;
    ALTER TABLE stock ALTER COLUMN number SET DEFAULT nextval('stock_number');
    ALTER TABLE stock ADD CONSTRAINT never_overdrawn CHECK (on_hand >= 0);
    ALTER TABLE stock ADD CONSTRAINT reserved_is_there CHECK (reserved >= 0 AND reserved <= on_hand)`);
  await knex.schema.createTable('stock_reservations', (t) => {
    t.text('stock_id').notNullable().references('stock.id');
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('quantity').notNullable();
    t.primary(['stock_id', 'job_id']);
  });
  await knex.raw('ALTER TABLE stock_reservations ADD CONSTRAINT reservation_not_negative CHECK (quantity >= 0)');
  await knex.schema.createTable('purchases', (t) => {
    t.text('id').primary();
    t.integer('number').notNullable().unique();
    t.text('supplier').notNullable();
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('ordered_at').notNullable().defaultTo(knex.fn.now());
    t.date('expected_on');
  });
  await knex.raw(`
    CREATE SEQUENCE purchase_number START 201;
    ALTER TABLE purchases ALTER COLUMN number SET DEFAULT nextval('purchase_number')`);
  await knex.schema.createTable('purchase_lines', (t) => {
    t.text('purchase_id').notNullable().references('purchases.id');
    t.integer('line').notNullable();
    t.text('article_id').notNullable();
    t.text('name').notNullable();
    t.text('unit').notNullable();
    t.integer('packs').notNullable().checkPositive('packs_positive');
    t.integer('pack_quantity').notNullable().checkPositive('pack_positive');
    t.decimal('pack_price', 12, 2).notNullable();
    // What will not come any more; the rest stays open until it is received.
    t.integer('given_up').notNullable().defaultTo(0);
    t.primary(['purchase_id', 'line']);
  });
  await knex.schema.createTable('stock_moves', (t) => {
    t.bigIncrements('id');
    t.text('stock_id').notNullable().references('stock.id');
    t.text('kind')
      .notNullable()
      .checkIn(['receive', 'take', 'scrap', 'count', 'move', 'reserve', 'release', 'correct'], 'known_move');
    // What the move adds to what is there, and to what is reserved for its job.
    t.integer('quantity').notNullable();
    t.integer('reserved').notNullable().defaultTo(0);
    t.text('job_id').references('jobs.id');
    t.text('cable_id');
    t.text('bin');
    // What one of it had cost when it was moved: what is paid later changes no cost of before.
    t.double('unit_cost');
    t.text('note').notNullable();
    t.bigInteger('corrects').references('stock_moves.id');
    t.text('purchase_id');
    t.integer('purchase_line');
    // The same key sent again does nothing: a press of a button counts once.
    t.text('key').notNullable();
    t.integer('part').notNullable().defaultTo(0);
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    t.unique(['key', 'part']);
    t.index(['stock_id']);
    t.index(['job_id']);
    t.index(['purchase_id', 'purchase_line']);
  });
  await knex.raw(`
    CREATE UNIQUE INDEX corrected_once ON stock_moves (corrects) WHERE corrects IS NOT NULL;
    CREATE FUNCTION keep_balance() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE stock SET on_hand = on_hand + NEW.quantity, reserved = reserved + NEW.reserved,
        bin = COALESCE(NEW.bin, bin) WHERE id = NEW.stock_id;
      IF NEW.reserved <> 0 THEN
        UPDATE stock_reservations SET quantity = quantity + NEW.reserved
          WHERE stock_id = NEW.stock_id AND job_id = NEW.job_id;
        IF NOT FOUND THEN
          INSERT INTO stock_reservations (stock_id, job_id, quantity) VALUES (NEW.stock_id, NEW.job_id, NEW.reserved);
        END IF;
      END IF;
      RETURN NEW;
    END $$;
    CREATE TRIGGER stock_moves_balance AFTER INSERT ON stock_moves FOR EACH ROW EXECUTE FUNCTION keep_balance()`);
  await knex.schema.createTable('stock_levels', (t) => {
    t.text('article_id').primary();
    t.integer('low').notNullable();
  });
  await knex.schema.createTable('offers', (t) => {
    t.text('id').primary();
    t.text('article_id').notNullable();
    t.text('supplier').notNullable();
    t.integer('pack_quantity').notNullable().checkPositive('offer_pack_positive');
    t.decimal('pack_price', 12, 2).notNullable();
    t.integer('lead_days').notNullable();
    t.timestamp('at').notNullable().defaultTo(knex.fn.now());
    t.unique(['article_id', 'supplier', 'pack_quantity']);
  });
  await knex.schema.createTable('cut_plans', (t) => {
    t.text('id').primary();
    t.jsonb('plan').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
  });
  await knex.schema.createTable('cut_plan_jobs', (t) => {
    t.text('plan_id').notNullable().references('cut_plans.id');
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('revision').notNullable();
    t.primary(['plan_id', 'job_id']);
    t.index(['job_id']);
  });
  for (const table of ['releases', 'stock_moves', 'cut_plans', 'cut_plan_jobs'])
    await knex.raw(
      `CREATE TRIGGER ${table}_append_only BEFORE UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
    );
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'cut_plan_jobs',
    'cut_plans',
    'offers',
    'stock_levels',
    'stock_moves',
    'purchase_lines',
    'purchases',
    'stock_reservations',
    'stock',
    'releases',
  ])
    await knex.schema.dropTable(table);
  await knex.raw(`
    DROP FUNCTION keep_balance();
    DROP SEQUENCE stock_number;
    DROP SEQUENCE purchase_number;
    ALTER TABLE floor_records DROP CONSTRAINT known_kind;
    ALTER TABLE floor_records ADD CONSTRAINT known_kind CHECK (kind IN ('cableMade', 'benchStep'))`);
}
