-- The second wall as it was, asked once a query and not once a row. And as a CASE: of an OR the planner believes that it lets one row of a
-- hundred through, and goes through tables in loops.
DO $$
DECLARE
  wall record;
BEGIN
  FOR wall IN SELECT tablename FROM pg_policies WHERE policyname = 'own_shop' AND schemaname = current_schema() LOOP
    EXECUTE format(
      'ALTER POLICY own_shop ON %I USING (CASE (SELECT current_setting(''vexlo.shop'', true)) WHEN ''all'' THEN true ELSE %I = (SELECT nullif(nullif(current_setting(''vexlo.shop'', true), ''''), ''all'')::integer) END)',
      wall.tablename,
      CASE wall.tablename WHEN 'shop' THEN 'id' ELSE 'shop_id' END
    );
  END LOOP;
END $$;
