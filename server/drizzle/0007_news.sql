-- what changed is told to every server on this database: that the cabinet did, and which brush stands at which version
CREATE FUNCTION tell_cabinet() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('amber_news', '{"kind":"cabinet"}');
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE FUNCTION tell_version() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  PERFORM pg_notify('amber_news', json_build_object(
    'kind', 'version', 'brush', NEW.brush_id, 'version', NEW.id, 'number', NEW.number, 'branch', NEW.branch,
    'what', left(NEW.what, 200))::text);
  RETURN NULL;
END $$;--> statement-breakpoint
CREATE TRIGGER brushes_told AFTER INSERT OR UPDATE OR DELETE ON "brushes" FOR EACH STATEMENT EXECUTE FUNCTION tell_cabinet();--> statement-breakpoint
CREATE TRIGGER drawers_told AFTER INSERT OR UPDATE OR DELETE ON "drawers" FOR EACH STATEMENT EXECUTE FUNCTION tell_cabinet();--> statement-breakpoint
CREATE TRIGGER sources_told AFTER INSERT OR UPDATE OR DELETE ON "sources" FOR EACH STATEMENT EXECUTE FUNCTION tell_cabinet();--> statement-breakpoint
CREATE TRIGGER plates_told AFTER INSERT OR UPDATE OR DELETE ON "plates" FOR EACH STATEMENT EXECUTE FUNCTION tell_cabinet();--> statement-breakpoint
-- a first version comes with its brush, which is told already
CREATE TRIGGER versions_told AFTER INSERT ON "versions" FOR EACH ROW WHEN (NEW.number > 1) EXECUTE FUNCTION tell_version();
