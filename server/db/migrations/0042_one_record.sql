CREATE TABLE "entry" (
	"id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"about" uuid,
	"facts" jsonb NOT NULL,
	"person_id" uuid,
	"at" timestamp with time zone NOT NULL,
	"said_at" timestamp with time zone NOT NULL,
	"turn" bigserial NOT NULL,
	CONSTRAINT "entry_id_kind_pk" PRIMARY KEY("id","kind")
);
--> statement-breakpoint
INSERT INTO "entry" ("id", "job_id", "kind", "about", "facts", "person_id", "at", "said_at")
SELECT "id", "job_id", "kind", "about", "facts", "person_id", "at", "at" FROM (
	SELECT id, job_id, 'strike' AS kind, subject_id AS about, jsonb_build_object('reason', reason) AS facts, person_id, at FROM "strike"
	UNION ALL SELECT id, job_id, 'touch', NULL, jsonb_build_object('partIds', part_ids, 'kind', kind, 'note', note), person_id, at FROM "touch"
	UNION ALL SELECT id, job_id, 'cautions', NULL, jsonb_build_object('read', jsonb_build_array(jsonb_build_object('caution', caution, 'calledBy', called_by))), person_id, at FROM "caution_read"
	UNION ALL SELECT id, job_id, 'gas', NULL, jsonb_build_object('point', point, 'explosive', explosive, 'oxygen', oxygen, 'cleaned', cleaned), person_id, at FROM "gas_reading"
	UNION ALL SELECT id, job_id, 'drained', NULL, jsonb_build_object('volume', volume, 'method', method, 'gaugeShown', gauge_shown), person_id, at FROM "drained"
	UNION ALL SELECT id, job_id, 'weighing', NULL, jsonb_build_object('shape', shape, 'level', level, 'temperature', temperature, 'density', density, 'tankMass', tank_mass, 'length', length, 'height', height, 'clearance', clearance), person_id, at FROM "weighing"
	UNION ALL SELECT id, job_id, 'hot-work', NULL, jsonb_build_object('shop', shop, 'certificate', certificate, 'issuedOn', issued_on, 'what', what, 'note', note), person_id, at FROM "hot_work"
	UNION ALL SELECT id, job_id, 'answer', NULL, jsonb_build_object('check', check_key, 'outcome', outcome, 'note', note), person_id, at FROM "check_answer"
	UNION ALL SELECT id, job_id, 'probe', NULL, jsonb_build_object('method', method, 'setup', setup, 'reached', reached, 'leaks', leaks, 'relief', relief, 'earlyReason', early_reason), person_id, at FROM "probe"
	UNION ALL SELECT id, job_id, 'outcome', NULL, jsonb_build_object('cause', cause, 'partId', part_id), person_id, at FROM "outcome"
	UNION ALL SELECT id, job_id, 'purchase', NULL, jsonb_build_object('name', name, 'reason', reason, 'measure', measure, 'cause', cause, 'fixing', fixing, 'leadDays', lead_days), person_id, at FROM "purchase"
	UNION ALL SELECT s.id, p.job_id, 'purchase-step', p.id, jsonb_build_object('step', s.step, 'note', s.note), s.person_id, s.at FROM "purchase_step" s JOIN "purchase" p ON p.id = s.purchase_id
	UNION ALL SELECT id, job_id, 'strip', NULL, jsonb_build_object('fixing', fixing, 'name', name, 'mark', mark, 'facing', facing, 'fastener', fastener, 'torque', torque, 'condition', condition, 'absent', absent, 'photoId', photo_id), person_id, at FROM "strip_entry"
	UNION ALL SELECT r.id, s.job_id, 'refit', s.id, jsonb_build_object('photoId', r.photo_id), r.person_id, r.at FROM "refit" r JOIN "strip_entry" s ON s.id = r.entry_id
	UNION ALL SELECT l.id, l.job_id, 'leak', NULL, jsonb_build_object('number', l.number, 'partId', l.part_id), coalesce(f.person_id, j.opened_by), coalesce(f.at, j.opened_at) FROM "leak" l JOIN "job" j ON j.id = l.job_id LEFT JOIN LATERAL (SELECT person_id, at FROM "find" WHERE leak_id = l.id ORDER BY at LIMIT 1) f ON true
	UNION ALL SELECT f.id, l.job_id, 'find', l.id, jsonb_build_object('testId', f.test_id, 'seen', f.seen, 'x1', f.x1, 'y1', f.y1, 'x2', f.x2, 'y2', f.y2, 'length', f.length, 'photoId', f.photo_id, 'note', f.note), f.person_id, f.at FROM "find" f JOIN "leak" l ON l.id = f.leak_id
	UNION ALL SELECT id, job_id, 'rig-find', NULL, jsonb_build_object('piece', piece, 'testId', test_id, 'partId', part_id, 'note', note), person_id, at FROM "rig_find"
	UNION ALL SELECT id, job_id, 'unholdable', NULL, jsonb_build_object('reason', reason), person_id, at FROM "unholdable"
	UNION ALL SELECT id, job_id, 'repair', NULL, jsonb_build_object('leakIds', leak_ids, 'partIds', part_ids, 'method', method, 'material', material, 'batch', batch, 'temperature', temperature, 'sheet', sheet, 'until', floor(extract(epoch FROM until) * 1000), 'untilReason', until_reason, 'notUsedUntil', not_used_until, 'runId', run_id, 'note', note, 'cureTime', cure_time), person_id, at FROM "repair"
	UNION ALL SELECT id, job_id, 'card', NULL, jsonb_build_object('leakId', leak_id, 'defect', defect), person_id, at FROM "defect_card"
	UNION ALL SELECT id, job_id, 'approval', NULL, jsonb_build_object('method', method, 'step', step, 'reference', reference, 'note', note), person_id, at FROM "approval"
	UNION ALL SELECT id, job_id, 'choice', NULL, jsonb_build_object('leakId', leak_id, 'method', method, 'options', options, 'chosenBy', chosen_by, 'note', note), person_id, at FROM "repair_choice"
	UNION ALL SELECT id, job_id, 'run', NULL, jsonb_build_object('leakIds', leak_ids, 'partIds', part_ids, 'method', method, 'material', material, 'sheetId', sheet_id, 'until', floor(extract(epoch FROM until) * 1000), 'untilReason', until_reason, 'notUsedUntil', not_used_until, 'simulated', simulated), person_id, at FROM "repair_run"
	UNION ALL SELECT e.id, r.job_id, 'run-' || e.kind, r.id, e.facts, e.person_id, e.at FROM "run_entry" e JOIN "repair_run" r ON r.id = e.run_id
	UNION ALL SELECT id, job_id, 'new-tank', NULL, jsonb_build_object('item', item, 'outcome', outcome, 'note', note), person_id, at FROM "new_tank_entry"
	UNION ALL SELECT id, job_id, 'proof', NULL, jsonb_build_object('step', step, 'outcome', outcome, 'watched', watched, 'look', look, 'distance', distance, 'tilt', tilt, 'note', note), person_id, at FROM "proof_entry"
	UNION ALL SELECT id, job_id, 'proof', card_id, jsonb_build_object('step', step, 'outcome', outcome, 'watched', null, 'look', null, 'distance', null, 'tilt', null, 'note', words), NULL, at FROM "owner_word"
	UNION ALL SELECT id, job_id, 'instrument-' || (facts ->> 'kind'), NULL, (facts - 'kind') || jsonb_build_object('note', note), person_id, at FROM "instrument_check"
	UNION ALL SELECT id, job_id, 'signature', NULL, jsonb_build_object('capacity', capacity, 'authority', authority, 'licence', licence, 'digest', digest, 'sections', sections, 'cover', cover), person_id, at FROM "signature"
) AS "before"
ORDER BY "at";
--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "entry_job" ON "entry" USING btree ("job_id","kind");
--> statement-breakpoint
CREATE INDEX "entry_about" ON "entry" USING btree ("about");
--> statement-breakpoint
CREATE INDEX "entry_kind" ON "entry" USING btree ("kind");
--> statement-breakpoint
CREATE UNIQUE INDEX "entry_struck_once" ON "entry" USING btree ("about","kind") WHERE "entry"."kind" in ('strike', 'refit');
--> statement-breakpoint
ALTER TABLE "lot_use" DROP CONSTRAINT "lot_use_run_id_repair_run_id_fk";
--> statement-breakpoint
DROP TABLE "strike", "touch", "caution_read", "gas_reading", "drained", "weighing", "hot_work", "check_answer", "probe", "outcome", "purchase_step", "purchase", "refit", "strip_entry", "find", "rig_find", "leak", "unholdable", "repair", "defect_card", "approval", "repair_choice", "run_entry", "repair_run", "new_tank_entry", "proof_entry", "owner_word", "instrument_check", "signature";
--> statement-breakpoint
CREATE TABLE "bay_row" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"version" text NOT NULL,
	"row" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "bay_row" ADD CONSTRAINT "bay_row_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;
