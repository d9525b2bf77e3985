-- The ledger is append-only at the database itself. Triggers refuse UPDATE, DELETE and TRUNCATE for
-- everybody, the owner included; the application moreover works under a role that was never granted them.

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the ledger is append-only: % on % is refused', TG_OP, TG_TABLE_NAME
    USING ERRCODE = 'insufficient_privilege';
END $$;
--> statement-breakpoint
CREATE TRIGGER entry_append_only BEFORE UPDATE OR DELETE ON entry
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER entry_no_truncate BEFORE TRUNCATE ON entry
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER entry_write_append_only BEFORE UPDATE OR DELETE ON entry_write
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER entry_write_no_truncate BEFORE TRUNCATE ON entry_write
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- Roles belong to the whole cluster: another database may have made this one already, or be making it now.
DO $$
BEGIN
  IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = 'rook_app') THEN
    CREATE ROLE rook_app NOLOGIN;
  END IF;
  EXECUTE format('GRANT rook_app TO %I', current_user);
EXCEPTION
  WHEN duplicate_object OR unique_violation THEN
    EXECUTE format('GRANT rook_app TO %I', current_user);
  WHEN insufficient_privilege THEN
    RAISE NOTICE 'this login may not create roles: the application works as the owner, kept from changing the ledger by its triggers alone';
END $$;
--> statement-breakpoint
DO $$
BEGIN
  IF EXISTS (SELECT FROM pg_roles WHERE rolname = 'rook_app') AND pg_has_role(current_user, 'rook_app', 'MEMBER') THEN
    GRANT USAGE ON SCHEMA public TO rook_app;
    GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO rook_app;
    REVOKE UPDATE, DELETE, TRUNCATE ON entry, entry_write FROM rook_app;
    ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT SELECT, INSERT, UPDATE, DELETE ON TABLES TO rook_app;
  END IF;
END $$;
