CREATE TABLE "foreign_wells" (
	"id" serial PRIMARY KEY NOT NULL,
	"platform" text NOT NULL,
	"hash" text NOT NULL,
	"document" json NOT NULL,
	"person" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "foreign_wells_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE INDEX "foreign_wells_platform_index" ON "foreign_wells" USING btree ("platform");