CREATE FUNCTION refuse_trail_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the trail is append-only';
END
$$;
--> statement-breakpoint
CREATE TRIGGER trail_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON "trail" FOR EACH STATEMENT EXECUTE FUNCTION refuse_trail_change();
