/**
 * Made from openapi.json by `make codegen`: do not edit.
 */

export interface paths {
    "/api/backwards": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What heat for this time, how thick for this heat and time, what tempering changes. */
        post: operations["create_backwards"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/better": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A better way than a plan: one without what is wrong with it, or a gentler one to the same doneness. */
        post: operations["create_better"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cards": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The cards in the box, by name, page by page, and those that do not read back. */
        get: operations["list_cards"];
        put?: never;
        /** Keeps a plan under a name. */
        post: operations["create_card"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cards/export": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The whole box as a file. */
        get: operations["export_cards"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cards/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Begins to look through a file of cards: a job that says how far it is and what it found. Nothing is
         *     kept before it is told to; a minute after nobody asks any more, it ends.
         */
        post: operations["create_import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cards/import/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** How far an import is, and a hundred lines of what it found. */
        get: operations["get_import"];
        put?: never;
        post?: never;
        /** Ends an import; what it found and did not keep is forgotten. */
        delete: operations["delete_import"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cards/import/{id}/keep": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Keeps what an import found to be new: all of it or nothing. */
        post: operations["keep_import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cards/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One card. */
        get: operations["get_card"];
        put?: never;
        post?: never;
        /** Takes a card out of the box; it can be restored. */
        delete: operations["delete_card"];
        options?: never;
        head?: never;
        /** Changes a card's name or note. */
        patch: operations["update_card"];
        trace?: never;
    };
    "/api/cards/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts a deleted card back. */
        post: operations["restore_card"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/catalogue": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Species, cuts, methods, schools, doneness bands and oils. */
        get: operations["get_catalogue"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Every method for one piece, best fit first. */
        post: operations["create_comparison"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Cooks under way, the oldest first and 24 on a page, and the latest that are over. */
        get: operations["list_cooks"];
        put?: never;
        /** Begins a cook, which waits for its fish. */
        post: operations["create_cook"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One cook as it stands. */
        get: operations["get_cook"];
        put?: never;
        post?: never;
        /** Takes a cook away; it can be restored. */
        delete: operations["delete_cook"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What happened to a cook, 500 events on a page. */
        get: operations["list_events"];
        put?: never;
        /** Adds what happened; the same id counts once. Answers the new state. */
        post: operations["add_events"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}/probe": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts the simulated probe into a piece, in the place of a device that posts readings. */
        post: operations["create_probe"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}/readings": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Adds readings of the core; the same id counts once. Pages hear of them within a second. */
        post: operations["add_readings"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}/readings/file": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Adds the readings of a table; the same file counts once. All of it or none. */
        post: operations["add_reading_file"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}/rescue": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What to do about something that went wrong, from the present state. */
        post: operations["create_rescue"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/cooks/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts a cook back that was taken away. */
        post: operations["restore_cook"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/fish/amount": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** How much to buy, and what a whole fish gives. */
        post: operations["create_buying_amount"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/fish/check": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Verdict of the look before buying. */
        post: operations["create_check"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/fish/instead": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Kinds that behave alike, with their own minutes. */
        post: operations["create_substitutes"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/freeze": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Whether a freezer deals with parasites, and when. */
        post: operations["create_freeze"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/health": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Whether the server is up and keeps what it is told: 503 where its data file is gone. */
        get: operations["get_health"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The kitchen, with its revision as `ETag`. */
        get: operations["get_kitchen"];
        /** Changes the kitchen, where nobody else changed it since. */
        put: operations["update_kitchen"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen/calibrations": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the log and checks say, beside what plans go by. */
        get: operations["get_calibrations"];
        put?: never;
        /** Takes over what the log and checks say, or forgets it; old plans keep what they were made with. */
        post: operations["change_calibrations"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen/calibrations/preview": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * What plans that were cooked lately would be, were plans to go by this: nothing is changed. Those that stay as
         *     they are are left out.
         */
        post: operations["preview_calibrations"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen/checks": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Checks that were made, the latest first. */
        get: operations["list_gear_checks"];
        put?: never;
        /** Keeps a check, and says what it found. */
        post: operations["create_gear_check"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen/checks/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        post?: never;
        /** Takes a check away; it can be restored. */
        delete: operations["delete_gear_check"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen/checks/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts a check back that was taken away. */
        post: operations["restore_gear_check"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/kitchen/gear/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One piece of gear of one's own, with the kitchen's revision as `ETag`. */
        get: operations["get_gear"];
        /**
         * Keeps one piece of gear of one's own, in place of the one that had its id, where nobody else
         *     changed the kitchen since.
         */
        put: operations["update_gear"];
        post?: never;
        /** Takes one piece of gear of one's own away. */
        delete: operations["delete_gear"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/ladder": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Turn and out over thickness, from the fridge and tempered. */
        post: operations["create_ladder"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-up/solve": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Lines up dishes, and keeps nothing. */
        post: operations["solve_line_up"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-ups": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Kept line-ups. */
        get: operations["list_line_ups"];
        put?: never;
        /** Keeps a line-up. */
        post: operations["create_line_up"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-ups/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One line-up as it stands. */
        get: operations["get_line_up"];
        put?: never;
        post?: never;
        /** Takes a line-up away; it can be restored. */
        delete: operations["delete_line_up"];
        options?: never;
        head?: never;
        /** Gives a line-up another name or day, or begins and ends its service. */
        patch: operations["update_line_up"];
        trace?: never;
    };
    "/api/line-ups/{id}/calendar": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The steps as a calendar (RFC 5545) in the kitchen's own time. */
        get: operations["get_line_up_calendar"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-ups/{id}/changes": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Changes what is lined up, also in the middle of its service: what has begun stays, and the rest moves where
         *     it must.
         */
        post: operations["change_line_up"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-ups/{id}/export": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A line-up as a file, to be given back as a new one. */
        get: operations["export_line_up"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-ups/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts a line-up back that was taken away. */
        post: operations["restore_line_up"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/line-ups/{id}/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The steps as a table (CSV) in the kitchen's own time. */
        get: operations["get_line_up_table"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/live": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * What goes on, as server-sent events: `cook` with a cook as it stands after something happened, `cook_gone`
         *     with the number of one that was taken away, `log` with the number of an entry that changed, `kitchen` with its new
         *     revision, `missed` when what came before cannot be told and is to be
         *     asked for. Each has an id; give the last one as `Last-Event-ID` to hear what came after it.
         */
        get: operations["get_live"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The log, the latest first, page by page. */
        get: operations["list_log"];
        put?: never;
        /** Keeps a cook that is told afterwards. */
        post: operations["create_entry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/export.csv": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /**
         * The log as a table, a row a cook; columns as in the file's head. Texts that a spreadsheet would take for a
         *     formula begin with an apostrophe.
         */
        get: operations["export_log_csv"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/export.json": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The log as JSON, everything in it. */
        get: operations["export_log_json"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /**
         * Begins to look through a log that comes in: a job that says how far it is and what it found. Nothing is kept
         *     before it is told to; a minute after nobody asks any more, it ends.
         */
        post: operations["create_log_import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/import/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** How far an import is, and a hundred lines of what it found. */
        get: operations["get_log_import"];
        put?: never;
        post?: never;
        /** Ends an import; what it found and did not keep is forgotten. */
        delete: operations["delete_log_import"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/import/{id}/keep": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Keeps what an import found to be new: all of it or nothing. */
        post: operations["keep_log_import"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/next-time": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What earlier cooks of the same kind of thing say about a plan. */
        post: operations["create_next_time"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/statistics": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Entries counted by what they have in common: how many, how they came out, how far plans were off. */
        get: operations["get_statistics"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One entry, with its plan and what really happened. */
        get: operations["get_entry"];
        put?: never;
        post?: never;
        /** Takes an entry out of the log; it can be restored. */
        delete: operations["delete_entry"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/photo": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** An entry's photo. */
        get: operations["get_photo"];
        /** Keeps an entry's photo, in place of the one that it had: drawn anew, without what the camera wrote into it. */
        put: operations["update_photo"];
        post?: never;
        /** Takes an entry's photo away. */
        delete: operations["delete_photo"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/remark": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Says how it came out, in place of what was said before. */
        put: operations["update_remark"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Puts an entry back that was taken out. */
        post: operations["restore_entry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/plan": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Best plan for one piece and method. */
        post: operations["create_plan"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/prep": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Everything before the heat: steps with latest starts, amounts, salt, thawing. */
        post: operations["create_prep"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/prep/calendar": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The same as a calendar file (RFC 5545). */
        post: operations["create_calendar"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/prep/how-to": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The same as a schema.org `HowTo` in JSON-LD. */
        post: operations["create_how_to"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/rows/{kind}/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A card, cook, entry or line-up as it stands in the file, readable or not. */
        get: operations["export_row"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/salt": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Where the salt is when the fish meets the heat. */
        post: operations["create_salt"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/section": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The cut face of a plan over time, from many columns. */
        post: operations["create_section"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/simulate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The bare solver on faces given by hand. */
        post: operations["create_simulation"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/thaw": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** When frozen fish is thawed. */
        post: operations["create_thaw"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        /** @description A plan that was cooked lately, as it is now and as it would be. */
        AffectedPlan: {
            /** @description What it was called. */
            name: string;
            /** @description By the kitchen as plans go by it now. */
            now: components["schemas"]["Moments"];
            /** @description What was planned. */
            request: components["schemas"]["PlanRequest"];
            then?: components["schemas"]["Moments"] | null;
        };
        /** @description What standing does to it. Times count from the pull, s. */
        After: {
            /**
             * Format: double
             * @description Crisp until then; none where nothing is crisp.
             */
            crisp_until_s?: number | null;
            /**
             * Format: double
             * @description From then on it is past what was asked for, or no longer warm.
             */
            eat_by_s: number;
            /**
             * Format: double
             * @description The highest that the core gets, °C.
             */
            peak_c: number;
            /**
             * Format: double
             * @description When that is.
             */
            peak_s: number;
            /**
             * Format: double
             * @description Not to be kept longer than this out of the heat.
             */
            safe_until_s: number;
            /** @description Which of the two. */
            too_warm: boolean;
            /**
             * Format: double
             * @description Warm until then.
             */
            warm_until_s: number;
        };
        /** @description One mixture for these pieces. */
        Amount: {
            /** @description Allergens in it. */
            allergens: string[];
            /** @description How it is made. */
            how: string;
            /** @description Id of the mixture, or of what it is. */
            id: string;
            /** @description Name for cooks. */
            name: string;
            /** @description Other formulas for the same thing: id and name. */
            others: components["schemas"]["OtherMixture"][];
            /** @description What goes in. */
            parts: components["schemas"]["Portion"][];
            /**
             * Format: double
             * @description How long it has to stand, s.
             */
            rest_s: number;
            /**
             * Format: double
             * @description How long it may stand, s.
             */
            stands_s: number;
            /**
             * Format: double
             * @description All of it, g.
             */
            total_g: number;
            /** @description What the amount follows from, and why these parts. */
            why: string;
        };
        /**
         * @description What is asked.
         * @enum {string}
         */
        Ask: "heat" | "thickness" | "tempered";
        /** @description What was asked of a dish that went into the heat since, in one pan and by one plan. */
        Asked: {
            /** @description Whether everything before the heat was done already. */
            prepared: boolean;
            request?: components["schemas"]["PlanRequest"] | null;
            /** @description Id of the gear that it was to cook in and no other. */
            vessel?: string | null;
        };
        /**
         * @description What a figure of a check is.
         * @enum {string}
         */
        AskedFor: "temperature" | "time" | "volume" | "mass" | "oil";
        /** @description What a dish's cook at the stove has come to: it holds instead of the plan's own moments. */
        AtStove: {
            /**
             * Format: int32
             * @description Number of the cook.
             */
            cook: number;
            /**
             * Format: double
             * @description Out of the heat so long after that, s.
             */
            out_s: number;
            /**
             * Format: double
             * @description Met the heat then, s.
             */
            start_s: number;
            /**
             * Format: double
             * @description Turned so long after that, made or to come, s.
             */
            turn_s?: number | null;
        };
        /** @description The answer to a question asked backwards. */
        BackwardsAnswer: {
            /** @description What was asked. */
            ask: components["schemas"]["Ask"];
            /** @description The plan that does it. */
            plan: components["schemas"]["PlanRequest"];
            /**
             * Format: double
             * @description Off the heat then, s.
             */
            pull_s: number;
            /**
             * Format: double
             * @description Served then, s.
             */
            ready_s: number;
            /** @description As a sentence. */
            sentence: string;
            /**
             * Format: double
             * @description The heat (°C), thickness (mm) or difference of the pull (s).
             */
            value: number;
        };
        /** @description A question asked backwards. */
        BackwardsRequest: {
            /** @description What is asked. */
            ask: components["schemas"]["Ask"];
            /** @description The plan that it is about. */
            plan: components["schemas"]["PlanRequest"];
            /**
             * Format: double
             * @description When it is to be served, s after it met the heat, 30 to 14 400; not for `tempered`.
             */
            ready_s?: number | null;
        };
        /** @description One band of doneness: core at its peak. */
        Band: {
            /**
             * Format: double
             * @description What a plan aims at, °C.
             */
            aim_c: number;
            /**
             * Format: double
             * @description Lower edge, °C.
             */
            from_c: number;
            /**
             * Format: double
             * @description How long the lower edge has to be held on end, s.
             */
            hold_s?: number;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description What the middle looks like. */
            look: string;
            /** @description Name in a sentence. */
            name: string;
            /** @description Where the edges come from, if not common practice. */
            source?: string | null;
            /**
             * Format: double
             * @description Upper edge, °C, not included; none where hotter is only firmer.
             */
            to_c?: number | null;
        };
        /** @description The vessel, its level, and what a batch does to the heat. */
        Batch: {
            /**
             * Format: int32
             * @description Pieces that keep the fall within its limit and find room.
             */
            at_once: number;
            /**
             * Format: double
             * @description When it has recovered, s; none when it does not while they cook.
             */
            back_s?: number | null;
            /**
             * Format: double
             * @description How far the heat falls with this batch, K.
             */
            fall_k: number;
            /**
             * Format: double
             * @description Largest fall that the method allows, K.
             */
            fall_limit_k?: number | null;
            /**
             * Format: double
             * @description Liquid or oil before the fish, l.
             */
            fill_l?: number | null;
            /** @description Names of the gear used, the vessel first. */
            gear: string[];
            /**
             * Format: double
             * @description Highest level that is safe, mm.
             */
            level_limit_mm?: number | null;
            /**
             * Format: double
             * @description Its level with the fish in, mm.
             */
            level_mm?: number | null;
            /** @description What to know about it, one sentence each. */
            notes: string[];
            /**
             * Format: int32
             * @description Pieces in the heat at once in this plan.
             */
            pieces: number;
            /**
             * Format: double
             * @description Time to heat it up, s.
             */
            preheat_s: number;
            /**
             * Format: int32
             * @description Pieces that find room at once; 0 when even one is too long.
             */
            room_for: number;
            /** @description Id of the vessel; none where it needs none. */
            vessel?: string | null;
        };
        /** @description A better way than a plan. */
        BetterAnswer: {
            gentler?: components["schemas"]["Gentler"] | null;
            remedy?: components["schemas"]["Remedy"] | null;
        };
        /** @description A station that is not to be had until then. */
        Busy: {
            /**
             * Format: double
             * @description From then, s; from the beginning of time when left out.
             */
            from_s?: number | null;
            /** @description Id of the station. */
            station: string;
            /**
             * Format: double
             * @description Until then, s.
             */
            until_s: number;
            /** @description Why, for a cook. */
            why?: string;
        };
        /** @description How much to buy, and what a fish gives. */
        BuyAnswer: {
            /** @description The same bought in each state, from the most finished. */
            buy: components["schemas"]["BuyAs"][];
            /**
             * Format: double
             * @description Fish on the board, g.
             */
            needed_g: number;
            /** @description What becomes of it (of the whole weight to buy, where no fish is at hand). */
            parts: components["schemas"]["FishPart"][];
            /**
             * Format: int32
             * @description Portions that the whole fish gives.
             */
            portions?: number | null;
            /** @description Where the shares come from. */
            source: string;
        };
        /** @description Weight to buy in one state. */
        BuyAs: {
            /**
             * Format: double
             * @description Weight to buy, g.
             */
            buy_g: number;
            /** @description Its name in a sentence. */
            name: string;
            /** @description State. */
            state: components["schemas"]["State"];
        };
        /** @description How much to buy. */
        BuyRequest: {
            /**
             * Format: int32
             * @description Guests, 1 to 500.
             */
            guests: number;
            /**
             * Format: double
             * @description Portion as it goes into the pan, g, 30 to 1000.
             */
            portion_g: number;
            /** @description What the portion is cut to. */
            served: components["schemas"]["State"];
            /**
             * Format: catalogue-id
             * @description Id of the kind of fish.
             */
            species: string;
            /**
             * Format: double
             * @description Weight of a whole fish at hand, g, 20 to 50 000: how many portions it gives.
             */
            whole_g?: number | null;
        };
        /** @description The verdict. */
        BuyingAnswer: {
            /** @description What to mind. */
            notes: string[];
            /**
             * Format: int32
             * @description Signs still to look at.
             */
            open: number;
            /** @description Why. */
            reason: string;
            /** @description In a few words. */
            title: string;
            verdict?: components["schemas"]["Freshness"] | null;
        };
        /** @description What was seen. */
        BuyingRequest: {
            /** @description What is looked at. */
            form: components["schemas"]["Form"];
            /** @description Option seen, by sign; what was not looked at is left out. */
            signs: {
                [key: string]: string;
            };
            /**
             * Format: catalogue-id
             * @description Id of the kind of fish.
             */
            species: string;
        };
        /** @description What was learnt of a piece of gear. */
        Calibration: {
            /**
             * Format: int32
             * @description Checks that it rests on.
             */
            checks?: number;
            /**
             * Format: int32
             * @description Cooks that it rests on.
             */
            cooks?: number;
            /**
             * Format: double
             * @description Film coefficient as a factor on the usual one, 0.4 to 2.5: how well it gives its heat to the fish.
             */
            film_factor: number;
            /**
             * Format: double
             * @description How far that may be off (one standard deviation), 0 to 0.5.
             */
            film_sd: number;
            /**
             * Format: double
             * @description How much hotter it is than its dial or its looks say at [`DIAL_C`], K, −60 to 60; negative runs cool.
             */
            runs_k: number;
            /**
             * Format: double
             * @description How far that may be off, K (one standard deviation), 0 to 30.
             */
            runs_sd_k: number;
            /**
             * Format: double
             * @description How much more of that for every 100 K over [`DIAL_C`], K, −40 to 40: a dial that is off by a share.
             */
            slope_k?: number;
            /**
             * Format: double
             * @description How far that may be off, K (one standard deviation), 0 to 20.
             */
            slope_sd_k?: number;
            /** @description Correlations, −1 to 1: of heat with film, of eye with heat, of eye with film. */
            together?: number[];
        };
        /** @description What the log and checks say of the kitchen. */
        Calibrations: {
            /** @description Cooks that it rests on. */
            cooks: number;
            /** @description How thickness is judged by eye. */
            eye: components["schemas"]["Eye"];
            /** @description Whether that can be told from what gear does. */
            eye_is_clear: boolean;
            eye_now?: components["schemas"]["Eye"] | null;
            /** @description Each piece of gear that was cooked on or checked. */
            gear: components["schemas"]["GearCalibration"][];
            /**
             * Format: double
             * @description How far one cook differs from the next, as a factor on what is usual.
             */
            scatter: number;
        };
        /** @description A kept card. */
        Card: {
            choices?: components["schemas"]["PrepChoices"] | null;
            /** @description Version of the core that solved it. */
            core_version: string;
            /** @description When it was kept, RFC 3339 in UTC. */
            created_at: string;
            /** @description What came out. */
            headline: components["schemas"]["Headline"];
            /** @description Its number. */
            id: components["schemas"]["CardId"];
            /** @description What the cook calls it. */
            name: string;
            /** @description Anything the cook wants to remember. */
            note: string;
            /** @description What was planned. */
            request: components["schemas"]["PlanRequest"];
            /**
             * Format: int64
             * @description How often it was changed; a change names the one that it was made on as `If-Match`.
             */
            revision: number;
            /** @description When it was last changed, RFC 3339 in UTC. */
            updated_at: string;
        };
        /** @description A card box as a file. */
        CardFile: {
            /** @description The cards. */
            cards: components["schemas"]["FileCard"][];
            /**
             * Format: catalogue-id
             * @description `cindo-cards`.
             */
            format: string;
            /** @description Cards that did not read back when the file was written, for its readers only. */
            left_out?: string[];
            /**
             * Format: int32
             * @description 2; 1 had no `choices` and is read too.
             */
            version: number;
        };
        /**
         * Format: int32
         * @description Number of a card.
         */
        CardId: number;
        /** @description Some cards of the box. */
        CardPage: {
            /** @description Cards, by name. */
            cards: components["schemas"]["Card"][];
            next?: components["schemas"]["CardId"] | null;
            /**
             * Format: int64
             * @description Cards that were asked for, on all pages.
             */
            total: number;
            /** @description Cards among them that do not read back. */
            unreadable: components["schemas"]["UnreadableCard"][];
        };
        /** @description What Cindo knows, with sources. */
        CatalogueDto: {
            /** @description Allergens that something in it carries. */
            allergens: string[];
            /** @description Doneness bands in rising order. */
            bands: components["schemas"]["Band"][];
            /** @description Checks of gear. */
            checks: components["schemas"]["CheckRow"][];
            /** @description Coats. */
            coatings: components["schemas"]["Coating"][];
            /** @description What is noticed at the stove. */
            cues: components["schemas"]["Cue"][];
            /** @description Cuts. */
            cuts: components["schemas"]["Cut"][];
            /** @description Equipment. */
            gear: components["schemas"]["Gear"][];
            heats: components["schemas"]["OtherHeat"][];
            /** @description Methods with their schools, in the order in which they are offered. */
            methods: components["schemas"]["Method"][];
            /** @description Oils with their smoke points. */
            oils: components["schemas"]["Oil"][];
            /** @description What goes wrong there. */
            rescues: components["schemas"]["RescueRow"][];
            /** @description Schools of salting. */
            saltings: components["schemas"]["Salting"][];
            /** @description Sides and sauces. */
            sides: components["schemas"]["Side"][];
            /** @description Signs to look for when buying. */
            signs: components["schemas"]["Sign"][];
            /** @description Where figures that no entry names itself come from. */
            sources: string[];
            /** @description Kinds of fish; composition from the USDA row that each names. */
            species: components["schemas"]["Species"][];
            /** @description What a piece can rest on, the coldest first. */
            supports: components["schemas"]["Support"][];
        };
        /** @description One change. */
        Change: {
            /** @description The dish. */
            dish: components["schemas"]["Dish"];
            /** @enum {string} */
            kind: "add";
        } | {
            /** @description Id of the dish. */
            dish: string;
            /** @enum {string} */
            kind: "remove";
        } | {
            /** @description Id of the dish. */
            dish: string;
            /** @enum {string} */
            kind: "serve";
            /**
             * Format: double
             * @description When, s.
             */
            serve_s: number;
        } | {
            /** @description Id of the dish. */
            dish: string;
            /** @enum {string} */
            kind: "servings";
            /**
             * Format: int32
             * @description How many, 1 to 60.
             */
            servings: number;
        } | {
            /** @description Id of the dish. */
            dish: string;
            /** @enum {string} */
            kind: "prepared";
            /** @description Whether it is. */
            prepared: boolean;
        } | {
            /**
             * Format: double
             * @description How much later, s, 5 to 7200.
             */
            by_s: number;
            /** @description Id of the dish. */
            dish: string;
            /** @enum {string} */
            kind: "late";
        } | {
            /** @description Id of the dish. */
            dish: string;
            /** @description Key of the step. */
            key: string;
            /** @enum {string} */
            kind: "fix";
            /**
             * Format: double
             * @description When it begins, s.
             */
            start_s: number;
        } | {
            /** @description The cook, and its moments. */
            at_stove: components["schemas"]["AtStove"];
            /** @description Id of the dish. */
            dish: string;
            /** @enum {string} */
            kind: "at_stove";
        } | {
            /** @description Id of the dish. */
            dish: string;
            /** @description Key of the step. */
            key: string;
            /** @enum {string} */
            kind: "free";
        } | {
            /** @description Which, until when, and why. */
            busy: components["schemas"]["Busy"];
            /** @enum {string} */
            kind: "busy";
        } | {
            /**
             * Format: int32
             * @description Burners, 1 to 12.
             */
            burners?: number | null;
            /**
             * Format: int32
             * @description Cooks, 1 to 8.
             */
            hands?: number | null;
            /** @enum {string} */
            kind: "crew";
        } | {
            /** @enum {string} */
            kind: "take_back";
        };
        /** @description What to take over, or to forget. */
        ChangeCalibrations: {
            /** @description Ids of gear whose calibration plans go by from now on; `eye` for the eye. */
            accept?: string[];
            /** @description Ids of gear that is as usual again; `eye` for the eye. */
            reset?: string[];
        };
        /** @description Changes, one after the other: all or none. */
        ChangeLineUp: {
            /** @description 1 to 60 of them. Their times count from the line-up's zero. */
            changes: components["schemas"]["Change"][];
        };
        /** @description A figure that a check wants. */
        CheckAsk: {
            /** @description Field of what was made, with dots where it lies deeper. */
            field: string;
            /** @description What it is. */
            is: components["schemas"]["AskedFor"];
            /** @description What it is called. */
            label: string;
            /**
             * Format: double
             * @description What usually comes out; nothing of a fat.
             */
            usual: number;
        };
        /** @description A check, and what it found. */
        CheckDto: components["schemas"]["GearCheck"] & {
            /** @description When, RFC 3339 in UTC. */
            at: string;
            /** @description Its number. */
            id: components["schemas"]["CheckId"];
        };
        /** @description What a check found. */
        CheckFound: {
            /**
             * Format: double
             * @description Height above the sea, m.
             */
            altitude_m?: number | null;
            /**
             * Format: double
             * @description Where that holds on its dial, °C; none where it has no dial.
             */
            at_c?: number | null;
            /**
             * Format: double
             * @description Mass of the vessel that takes part, kg.
             */
            mass_kg?: number | null;
            /**
             * Format: double
             * @description How far that may be off, W.
             */
            power_sd_w?: number | null;
            /**
             * Format: double
             * @description Power that gets into the vessel, W.
             */
            power_w?: number | null;
            /**
             * @description It runs so much hotter than its dial says, or a thermometer reads so much too high, K, and how far that
             *     may be off.
             */
            runs?: number[] | null;
            /** @description And so much more of it for every 100 K hotter, K, and how far that may be off; none from one setting. */
            slope?: number[] | null;
        };
        /**
         * Format: int32
         * @description Number of a check.
         */
        CheckId: number;
        /** @description A check. */
        CheckMade: {
            /** @enum {string} */
            kind: "dial";
            /** @description What was set and read. */
            readings: components["schemas"]["DialReading"][];
        } | {
            /** @enum {string} */
            kind: "first_smoke";
            /** @description Id of the fat. */
            oil: string;
            /**
             * Format: double
             * @description The pan at the start, °C, 0 to 60.
             */
            start_c: number;
            /**
             * Format: double
             * @description Until it smoked, s, 20 to 1800.
             */
            took_s: number;
        } | {
            /** @enum {string} */
            kind: "drops";
            /**
             * Format: double
             * @description The pan at the start, °C, 0 to 60.
             */
            start_c: number;
            /**
             * Format: double
             * @description Until they ran, s, 20 to 1800.
             */
            took_s: number;
        } | {
            /** @enum {string} */
            kind: "boil";
            /**
             * Format: double
             * @description Water, l, 0.3 to 10.
             */
            litres: number;
            /**
             * Format: double
             * @description Its temperature at the start, °C, 1 to 60.
             */
            start_c: number;
            /**
             * Format: double
             * @description Until it boiled, s, 30 to 3600.
             */
            took_s: number;
        } | {
            /**
             * Format: double
             * @description From then until both are as hot as the pan was, s, 10 to 1800.
             */
            back_s: number;
            /**
             * Format: double
             * @description The pan at the start, °C, 80 to 260.
             */
            before_c: number;
            /**
             * Format: double
             * @description Until then, s, 5 to 900.
             */
            fall_s: number;
            /** @enum {string} */
            kind: "cold_weight";
            /**
             * Format: double
             * @description Both, once they are as warm, °C, 30 to 240.
             */
            level_c: number;
            /**
             * Format: double
             * @description The weight, g, 200 to 5000.
             */
            mass_g: number;
            /**
             * Format: double
             * @description The weight at the start, °C, −25 to 30.
             */
            weight_c: number;
        } | {
            /**
             * Format: double
             * @description What it is back at, °C, 50 to 300.
             */
            back_c: number;
            /** @enum {string} */
            kind: "return";
            /**
             * Format: double
             * @description Oil in it, l, 0 to 40; none in an oven.
             */
            litres?: number;
            /**
             * Format: double
             * @description The lowest that it fell to, °C, 40 to 300.
             */
            lowest_c: number;
            /**
             * Format: double
             * @description From the lowest until then, s, 10 to 3600.
             */
            took_s: number;
        } | {
            /**
             * Format: double
             * @description In boiling water it says, °C, 75 to 115.
             */
            boil_c: number;
            /**
             * Format: double
             * @description In ice water it says, °C, −10 to 10.
             */
            ice_c: number;
            /** @enum {string} */
            kind: "ice_and_boil";
        } | {
            /** @enum {string} */
            kind: "boiling_point";
            /**
             * Format: double
             * @description The thermometer, °C, 80 to 101.5.
             */
            read_c: number;
        };
        /** @description A check, and of what it can be made. */
        CheckRow: {
            /** @description Figures that are wanted. */
            asks: components["schemas"]["CheckAsk"][];
            /** @description Ids of the gear that it suits, and that one's own is like. */
            gear: string[];
            /** @description Kind of what was made. */
            id: string;
            /**
             * Format: double
             * @description How long it takes, min.
             */
            minutes: number;
            /** @description What to do, in order. */
            steps: string[];
            /** @description Short name. */
            title: string;
        };
        /** @description A caution in a word or two, with the others about the same. */
        Chip: {
            /** @description The words. */
            name: string;
            /** @description Its whole text, and those of the others about the same. */
            texts: string[];
            /** @description The rule that shows it. */
            when: components["schemas"]["Rule"];
        };
        /** @description A dish that cannot be there when it is wanted. */
        Clash: {
            /** @description Id of the dish. */
            dish: string;
            /** @description What would mend it, one sentence each. */
            fixes: string[];
            /**
             * Format: double
             * @description So much later than wanted, s.
             */
            late_s?: number | null;
            /**
             * Format: double
             * @description When it could be served with everything else as it is, s; none where not within an hour.
             */
            nearest_serve_s?: number | null;
            /** @description Why, in a sentence. */
            why: string;
        };
        /** @description A coat between fish and heat. */
        Coating: {
            /**
             * Format: double
             * @description Factor on browning.
             */
            browning: number;
            /**
             * Format: double
             * @description Water after whose loss half of that is left, kg/m²; none where nothing dries.
             */
            dries_kg_m2?: number | null;
            /**
             * Format: double
             * @description Heat it takes while it sets, MJ/m².
             */
            heat_mj_m2?: number;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Name in a sentence, such as "floured". */
            name: string;
            /** @description How it is opened where it does not stay on. */
            opens?: string | null;
            /** @description Why it has these figures; common practice or modelling choice unless it says otherwise. */
            reason: string;
            /**
             * Format: double
             * @description Thermal conductivity once it has set, W/(m K).
             */
            set_w_mk: number;
            /**
             * Format: double
             * @description Time scale of setting, s; 0 when it does not change.
             */
            settle_s?: number;
            /**
             * Format: double
             * @description Factor on the risk of sticking and tearing.
             */
            sticking: number;
            /**
             * Format: double
             * @description Thickness, mm.
             */
            thickness_mm: number;
            /**
             * Format: double
             * @description How far its loose tips stand out, as a share of the way from its outer face to the temperature of
             *     what touches it, 0 to 1: they brown first.
             */
            tips?: number;
            /**
             * Format: double
             * @description Share of a free wet surface that it leaves, 0 to 1.
             */
            wet: number;
            /**
             * Format: double
             * @description Thermal conductivity as it goes in, W/(m K).
             */
            wet_w_mk: number;
            /** @description Stays on while the piece rests and keeps heat and steam in. */
            wraps?: boolean;
        };
        /** @description Middle and surface over time. */
        ColdSeries: {
            /** @description Middle, °C. */
            core_c: number[];
            /** @description Surface, °C. */
            surface_c: number[];
            /** @description Times, s. */
            time_s: number[];
        };
        /** @description Every method for one piece, best fit first. */
        CompareAnswer: {
            /** @description The doneness compared for. */
            doneness: components["schemas"]["Doneness"];
            /** @description Methods. */
            methods: components["schemas"]["Compared"][];
            /** @description Name of the target. */
            target_name: string;
        };
        /** @description What to compare for. */
        CompareRequest: {
            /**
             * Format: double
             * @description Height above sea level, m, −430 to 5500.
             */
            altitude_m?: number | null;
            /** @description Guests at risk eat it. */
            at_risk?: boolean | null;
            doneness?: components["schemas"]["Doneness"] | null;
            /** @description Ids of the gear at hand; everything that the catalogue knows when left out. */
            gear?: string[] | null;
            kitchen?: components["schemas"]["OwnKitchen"] | null;
            /** @description The piece. */
            piece: components["schemas"]["Piece"];
            /**
             * Format: double
             * @description From the pull until it is eaten, s, 0 to 1800; the usual rest of each method when left out.
             */
            rest_s?: number | null;
        };
        /** @description One method in the comparison. */
        Compared: {
            /**
             * Format: double
             * @description How well it suits the piece, 0 to 100.
             */
            fit: number;
            /** @description Gear needed. */
            gear: string[];
            /** @description Id of the method. */
            method: string;
            /** @description Gear needed but not at hand. */
            missing: string[];
            /** @description Its name. */
            name: string;
            outcome?: components["schemas"]["Outcome"] | null;
            /** @description What the fit is made of. */
            parts: components["schemas"]["FitPart"][];
            /** @description The reason that weighs most, as a sentence. */
            reason: string;
            /** @description Every reason, weightiest first. */
            reasons: string[];
            /** @description Smell and smoke. */
            smell: components["schemas"]["Smell"];
            /** @description Whether a cook would take it at all: fit 40 and up, with the gear at hand. */
            suits: boolean;
        };
        /** @description Mass fractions of one kind of flesh. */
        Composition: {
            /**
             * Format: double
             * @description Ash, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
             */
            ash: number;
            /**
             * Format: double
             * @description Fat, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
             */
            fat: number;
            /**
             * Format: double
             * @description Protein, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
             */
            protein: number;
            /**
             * Format: double
             * @description Water, kg/kg, 0 to 1; in a row of the catalogue g per 100 g.
             */
            water: number;
        };
        /** @description The cook's own turn or pull against the recommended plan. */
        Consequence: {
            /**
             * Format: double
             * @description Core as eaten against the recommended plan, K.
             */
            core_k: number;
            /**
             * Format: double
             * @description Dry share against the recommended plan, −1 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Recommended pull, s.
             */
            recommended_out_s: number;
            /**
             * Format: double
             * @description Recommended first turn, s.
             */
            recommended_turn_s?: number | null;
            /** @description What it comes to. */
            sentence: string;
            /** @description Whether the core stays inside the band. */
            stays_in_band: boolean;
            /**
             * Format: double
             * @description Tearing risk against the recommended plan, −1 to 1.
             */
            tear_risk: number;
        };
        /** @description Constant properties that replace a composition, for tests and research; nothing evaporates. */
        ConstantProperties: {
            /**
             * Format: double
             * @description Specific heat, J/(kg K), 100 to 20 000.
             */
            cp: number;
            /**
             * Format: double
             * @description Thermal conductivity, W/(m K), 0.01 to 500.
             */
            k: number;
            /**
             * Format: double
             * @description Density, kg/m³, 1 to 20 000.
             */
            rho: number;
        };
        /**
         * @description Who minds the heat.
         * @enum {string}
         */
        Control: "knob" | "thermostat";
        /** @description A cook as it stands. */
        CookDto: components["schemas"]["CookView"] & {
            /**
             * Format: double
             * @description The cook's own clock then, s.
             */
            clock_s: number;
            /** @description When its clock began, RFC 3339 in UTC. */
            created_at: string;
            /** @description What happened, in the order in which it was told: the latest 60. A live message has those that are new. */
            events: components["schemas"]["EventDto"][];
            /** @description How many events it has in all; `GET /api/cooks/{id}/events` has them page by page. */
            events_total: number;
            /** @description Whether the simulated probe is in it. */
            has_probe: boolean;
            /** @description Its number. */
            id: components["schemas"]["CookId"];
            log_entry?: components["schemas"]["EntryId"] | null;
            /** @description What it is called. */
            name: string;
            /** @description The server's clock as this was made: whoever shows it counts on from there. */
            now: string;
            /** @description The latest 200 readings. */
            readings: components["schemas"]["ReadingDto"][];
            /** @description What is planned. */
            request: components["schemas"]["PlanRequest"];
            /**
             * Format: double
             * @description How fast its own clock runs.
             */
            speed: number;
        };
        /**
         * Format: int32
         * @description Number of a cook.
         */
        CookId: number;
        /** @description A cook in the list of those that are over. */
        CookLineDto: {
            /** @description When its clock began, RFC 3339 in UTC. */
            created_at: string;
            /** @description Its number. */
            id: components["schemas"]["CookId"];
            /** @description What it is called. */
            name: string;
            status?: components["schemas"]["Status"] | null;
        };
        /** @description Cooks under way, and the latest that are over. */
        CookList: {
            /** @description Under way, the oldest first. */
            cooks: components["schemas"]["CookDto"][];
            next?: components["schemas"]["CookId"] | null;
            /** @description The server's clock, RFC 3339 in UTC. */
            now: string;
            /** @description Over, the newest first. */
            past: components["schemas"]["CookLineDto"][];
            /**
             * Format: int64
             * @description How many are under way, on all pages.
             */
            total: number;
            /** @description Under way on this page, and not to be read or worked out. */
            unreadable: components["schemas"]["UnreadableCook"][];
        };
        /** @description The fish at a moment. */
        CookNow: {
            /**
             * Format: double
             * @description Core, °C.
             */
            core_c: number;
            /**
             * Format: double
             * @description Share of the flesh that is dry, 0 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Pan, oven, liquid, grate or oil, °C; while resting the room.
             */
            medium_c: number;
            /**
             * Format: double
             * @description Share of the thickness that is set (opaque), 0 to 1.
             */
            set_share: number;
        };
        /** @description A cook as it stands. */
        CookView: {
            after?: components["schemas"]["After"] | null;
            /**
             * Format: double
             * @description How much longer it really is, s: a piece is followed for 4 h in the heat and 2 h after it. 0 until then.
             */
            beyond_s: number;
            /** @description Cues that it can show while it is in the heat, in the order in which a cook uses them; empty once it is out. */
            cues: components["schemas"]["CueSheetRow"][];
            /**
             * Format: double
             * @description Since the fish met the heat, s; none before that.
             */
            elapsed_s?: number | null;
            estimate?: components["schemas"]["Estimate"] | null;
            /** @description What comes. */
            forecast: components["schemas"]["Forecast"];
            /** @description Whether a lid is on it at this moment. */
            is_covered: boolean;
            /** @description What staying in the heat past the right moment costs; empty once it is out. */
            late: components["schemas"]["Late"][];
            /** @description Movements of the hand, in order. */
            moves: components["schemas"]["Move"][];
            /** @description The inside over time. */
            section: components["schemas"]["StripPicture"];
            /** @description Lines over time, as it was and as it will be. */
            series: components["schemas"]["Series"];
            state?: components["schemas"]["CookNow"] | null;
            /** @description Where it stands. */
            status: components["schemas"]["Status"];
        };
        /** @description Some entries, counted. */
        CountedDto: {
            /**
             * Format: int64
             * @description Cooks.
             */
            cooks: number;
            /** @description What they have in common: an id, or the number of the week since 1970. */
            key: string;
            /**
             * Format: double
             * @description The same without its sign.
             */
            miss_share?: number | null;
            /**
             * Format: double
             * @description How far plans were off on average, share of their time; positive where later would have been right.
             */
            off_share?: number | null;
            /**
             * Format: int64
             * @description More done than was wanted.
             */
            over: number;
            /**
             * Format: int64
             * @description As it was wanted.
             */
            right: number;
            /**
             * Format: double
             * @description How far single cooks are from that average, share of their time.
             */
            spread_share?: number | null;
            /**
             * Format: int64
             * @description Cooks that say how far the plan was off.
             */
            told: number;
            /**
             * Format: int64
             * @description Less done than was wanted.
             */
            under: number;
        };
        /** @description Lines and picture of a cook. */
        Course: {
            /**
             * Format: double
             * @description Off the heat, s.
             */
            pull_s: number;
            /** @description The inside over time. */
            section: components["schemas"]["StripPicture"];
            /** @description Lines over time. */
            series: components["schemas"]["Series"];
            /**
             * Format: double
             * @description Turned, s.
             */
            turn_s?: number | null;
        };
        /** @description A plan to keep. */
        CreateCard: {
            choices?: components["schemas"]["PrepChoices"] | null;
            /** @description What the cook calls it, 1 to 80 characters. */
            name: string;
            /** @description Anything to remember, at most 2000 characters. */
            note?: string;
            /** @description What was planned. */
            request: components["schemas"]["PlanRequest"];
        };
        /** @description A check to keep. */
        CreateCheck: {
            /** @description Id of the gear. */
            gear: string;
            /** @description What was done. */
            made: components["schemas"]["CheckMade"];
        };
        /** @description What to cook: a plan, or a kept card. */
        CreateCook: {
            card?: components["schemas"]["CardId"] | null;
            /** @description What it is called, up to 80 characters; named after the fish when left out. */
            name?: string | null;
            request?: components["schemas"]["PlanRequest"] | null;
            /**
             * Format: double
             * @description How fast its own clock runs, 1 to 60; 1 when left out.
             */
            speed?: number | null;
        };
        /** @description A cook that is told afterwards. */
        CreateEntry: {
            /** @description When the fish met the heat, RFC 3339 with offset; now when left out. */
            at?: string | null;
            /** @description What it is called, 1 to 80 characters; named after the fish when left out. */
            name?: string | null;
            /**
             * Format: double
             * @description Off the heat, s after it met it, 1 to 14 400; as planned when left out.
             */
            out_s?: number | null;
            /** @description What the cook says of it. */
            remark?: components["schemas"]["Remark"];
            /** @description What was planned. */
            request: components["schemas"]["PlanRequest"];
        };
        /** @description A line-up to keep. What was exported is taken as it is. */
        CreateLineUp: {
            /** @description `cindo-line-up`, in what was exported. */
            format?: string | null;
            /** @description What is lined up. */
            line_up: components["schemas"]["LineUpAsked"];
            /** @description What it is called, 1 to 80 characters. */
            name: string;
            /**
             * Format: int32
             * @description 1, in what was exported.
             */
            version?: number | null;
        };
        /** @description A simulated probe to put in. */
        CreateProbe: {
            /**
             * Format: double
             * @description It says something so often, s of the cook's clock, 1 to 120; 10 when left out.
             */
            every_s?: number | null;
            /**
             * Format: double
             * @description What is hidden about the piece follows from it, 0 to 1 000 000; drawn when left out.
             */
            seed?: number | null;
        };
        /** @description Something to see, feel or hear. */
        Cue: {
            /** @description Whether only flesh on the bone can show it. */
            bone?: boolean;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Name for cooks. */
            name: string;
            /** @description What it observes. */
            observes: components["schemas"]["Observes"];
            /**
             * Format: double
             * @description How far a cook's eye and hand may be off (one standard deviation).
             */
            scatter: number;
            /** @description Its stages, rawest first. */
            values: components["schemas"]["CueValue"][];
        };
        /** @description A cue that a piece can show. */
        CueSheetRow: {
            /** @description Its id in the catalogue. */
            cue: string;
            /** @description Its stages, rawest first. */
            stages: components["schemas"]["CueSheetStage"][];
        };
        /** @description A stage of a cue. */
        CueSheetStage: {
            /**
             * Format: double
             * @description When it begins, s after the fish met the heat; none where it never does while the fish is in.
             */
            from_s?: number | null;
            /** @description Its id. */
            value: string;
        };
        /** @description One stage of a cue. */
        CueValue: {
            /** @description Id, `snake_case`. */
            id: string;
            /** @description What it is like. */
            name: string;
            /**
             * Format: double
             * @description Where the next stage begins, in the unit of what the cue observes; none for the last stage.
             */
            up_to?: number | null;
        };
        /** @description A way of cutting fish. */
        Cut: {
            /** @description Whether skin can be left on. */
            can_have_skin: boolean;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Minced, so that what was outside is inside. */
            minced?: boolean;
            /** @description Name in a sentence. */
            name: string;
            /** @description Whether it is cooked on its bones. */
            on_the_bone?: boolean;
            /** @description Outline of the cross-section, for the cut face. */
            outline: components["schemas"]["Outline"];
            /** @description Shape across. */
            section: components["schemas"]["Profile"];
            /**
             * Format: double
             * @description Usual weight, g.
             */
            usual_weight_g: number;
            /**
             * Format: double
             * @description Usual width, mm.
             */
            width_mm: number;
        };
        /**
         * @description The cross-section over time. Columns run from the middle to the side; of a whole fish from back to
         *     belly. Places outside the outline hold the nearest flesh's values, to be clipped by `outline_mm`.
         */
        CutFace: {
            /** @description Middle of the backbone (across, up) and its radius, mm; none for boneless cuts. */
            backbone_mm?: number[] | null;
            /** @description Outline of the open cavity, likewise; empty where there is none. */
            cavity_mm: number[][];
            /** @description The place in the inner part that was heated least up to the pull, °C. */
            core_c: number[];
            /** @description Crust (1) or not (0), indexed likewise. */
            crust: number[][];
            /** @description Edges of the columns, mm from the middle; negative towards the back of a whole fish. */
            edge_mm: number[];
            /** @description Edges of the rows, mm above the face that went down first. */
            height_edge_mm: number[];
            /** @description Hottest so far, whole °C, indexed `[time][column × rows + row]`. */
            hottest_c: number[][];
            /** @description Share of the middle that is set: what the guest sees. */
            middle_opaque_share: number[];
            /**
             * @description Outline as points (across, up), mm: from the middle along the top to the side and back below;
             *     of a whole fish all round.
             */
            outline_mm: number[][];
            /**
             * Format: double
             * @description Off the heat, s.
             */
            pull_s: number;
            /**
             * @description Height above the heat to which the side shows opaque flesh, share of the thickness: what the
             *     cook sees.
             */
            side_opaque_share: number[];
            /** @description Times, s. */
            time_s: number[];
            /** @description Times when it is turned, s. */
            turns_s: number[];
            /**
             * Format: double
             * @description How long the worst place stays on end at the limit of this piece, s: 63 °C, or that of minced (68)
             *     or stuffed (74) fish.
             */
            worst_held_s: number;
        };
        /** @description What was set and what a thermometer said, °C. */
        DialReading: {
            /**
             * Format: double
             * @description The dial, 40 to 300.
             */
            dial_c: number;
            /**
             * Format: double
             * @description The thermometer, 20 to 330.
             */
            read_c: number;
        };
        /** @description A word of a knob, and what it is on a cook's own dial. */
        DialWord: {
            /** @description What it is here, such as `6`, up to 20 characters. */
            dial: string;
            /** @description The word, such as `medium-high`, up to 40 characters. */
            knob: string;
        };
        /** @description A dish: a plan, or a side. */
        Dish: {
            asked?: components["schemas"]["Asked"] | null;
            at_stove?: components["schemas"]["AtStove"] | null;
            choices?: components["schemas"]["PrepChoices"] | null;
            /** @description Steps that are no longer open. */
            fixed?: components["schemas"]["Fixed"][];
            /**
             * Format: double
             * @description Nothing of it begins before that, s.
             */
            held_until_s?: number | null;
            /** @description Tells it from the others, 1 to 60 characters. */
            id: string;
            /** @description What it is called; worked out when left out. */
            name?: string | null;
            /** @description Whether everything before the heat is done already. */
            prepared?: boolean;
            request?: components["schemas"]["PlanRequest"] | null;
            /**
             * Format: double
             * @description When it is served, s.
             */
            serve_s: number;
            /**
             * Format: int32
             * @description Servings, 1 to 60; a fish's pieces, or two, when left out.
             */
            servings?: number | null;
            /** @description Id of a side. */
            side?: string | null;
            stood?: components["schemas"]["Stood"] | null;
            /** @description Id of the gear that it cooks in and no other; whichever serves best when left out. */
            vessel?: string | null;
            /** @description Id of the dish whose vessel it shares: fish beside fish, or a side that joins it. */
            with?: string | null;
        };
        /** @description A dish: a plan, or a side. */
        DishAsked: {
            choices?: components["schemas"]["PrepChoices"] | null;
            /** @description Tells it from the others, 1 to 60 characters. */
            id: string;
            /** @description What it is called; worked out when left out. */
            name?: string | null;
            /** @description Whether everything before the heat is done already. */
            prepared?: boolean;
            request?: components["schemas"]["PlanRequest"] | null;
            /**
             * @description When it is served, RFC 3339.
             * @example 2026-11-26T19:30:00Z
             */
            serve_at: string;
            /**
             * Format: int32
             * @description Servings, 1 to 60; a fish's pieces, or two, when left out.
             */
            servings?: number | null;
            /** @description Id of a side. */
            side?: string | null;
            /** @description Id of the gear that it cooks in and no other. */
            vessel?: string | null;
            /** @description Id of the dish whose vessel it shares: fish beside fish, or a side that joins it. */
            with?: string | null;
        };
        /** @description A dish as it is lined up. */
        DishView: {
            /**
             * Format: double
             * @description When its first step begins, s.
             */
            begins_s?: number | null;
            /** @description What to mind with it. */
            cautions: string[];
            /** @description Its id. */
            id: string;
            /** @description What it is called. */
            name: string;
            /** @description What was found out about it, in sentences. */
            notes: string[];
            /**
             * Format: double
             * @description When it comes out of the heat, s; none where it sees none.
             */
            out_s?: number | null;
            request?: components["schemas"]["PlanRequest"] | null;
            /**
             * Format: double
             * @description When it is wanted, s.
             */
            serve_s: number;
            /**
             * Format: double
             * @description When it is there, s; none where it has no place.
             */
            served_s?: number | null;
            /**
             * Format: int32
             * @description Servings.
             */
            servings: number;
            /** @description How it stands, and what that does, in a sentence. */
            standing: string;
            /**
             * Format: double
             * @description From there to the plate, s.
             */
            stands_s?: number | null;
            /** @description When each part of it begins, by its key; of what shares a vessel with the dish that it shares it with. */
            starts: components["schemas"]["Fixed"][];
            /** @description Id of the gear that it cooks in. */
            vessel?: string | null;
        };
        /** @description A band's name, or the core when it is eaten, °C. */
        Doneness: number | string;
        /** @description Heat balance of a run: `in` = `sensible` + `latent`. */
        EnergyBalance: {
            /**
             * Format: double
             * @description Entered by convection and radiation, before evaporation took its part.
             */
            in: number;
            /**
             * Format: double
             * @description Left with the water.
             */
            latent: number;
            /**
             * Format: double
             * @description Warmed the flesh.
             */
            sensible: number;
        };
        /** @description A cook as the log keeps it. Times are s after the fish met the heat. */
        Entry: {
            /**
             * Format: double
             * @description Core when eaten as the simulation has it after what happened, °C.
             */
            core_served_c?: number | null;
            /** @description Id of the gear whose heat it was. */
            gear: string;
            /** @description And what that gear is called. */
            gear_name: string;
            /** @description What it is called. */
            name: string;
            /**
             * Format: double
             * @description Off the heat; none where nobody noted it.
             */
            out_s?: number | null;
            /**
             * Format: double
             * @description Off the heat as planned; none where nobody noted it.
             */
            planned_s?: number | null;
            promise?: components["schemas"]["Promise"] | null;
            /** @description What the cook says of it. */
            remark: components["schemas"]["Remark"];
            /** @description What was planned, with the kitchen as it was known then. */
            request: components["schemas"]["PlanRequest"];
            /** @description The right pull as readings have it afterwards, and how far that may be off, s. */
            right_s?: number[] | null;
            /**
             * Format: double
             * @description On the plate.
             */
            served_s?: number | null;
            slopes?: components["schemas"]["Slopes"] | null;
            /**
             * Format: double
             * @description Turned.
             */
            turn_s?: number | null;
        };
        /** @description An entry of the log. */
        EntryDto: {
            /** @description When the fish met the heat, RFC 3339 in UTC. */
            at: string;
            cook?: components["schemas"]["CookId"] | null;
            /** @description As it was kept. */
            entry: components["schemas"]["Entry"];
            estimate?: components["schemas"]["Estimate"] | null;
            /** @description Whether it has a photo, at `photo` under its own address. */
            has_photo: boolean;
            /** @description Its number. */
            id: components["schemas"]["EntryId"];
            /**
             * Format: double
             * @description So much later than planned would have been right, s.
             */
            off_s?: number | null;
            planned?: components["schemas"]["Course"] | null;
            /** @description Readings, at most 200. */
            readings: components["schemas"]["ReadingShown"][];
            real?: components["schemas"]["Course"] | null;
            /**
             * Format: int64
             * @description How often it was changed; a change names the one that it was made on as `If-Match`.
             */
            revision: number;
        };
        /**
         * Format: int32
         * @description Number of an entry.
         */
        EntryId: number;
        /** @description An entry in a list. */
        EntryLine: {
            /** @description When the fish met the heat, RFC 3339 in UTC. */
            at: string;
            /** @description Id of the cut. */
            cut: string;
            /** @description Id of the gear; empty where nobody noted it. */
            gear: string;
            /** @description Its number. */
            id: components["schemas"]["EntryId"];
            /** @description Id of the method. */
            method: string;
            /** @description What it is called. */
            name: string;
            /**
             * Format: double
             * @description So much later than planned would have been right, s; negative is earlier.
             */
            off_s?: number | null;
            /**
             * Format: double
             * @description Off the heat, s.
             */
            out_s?: number | null;
            /**
             * Format: double
             * @description Off the heat as planned, s.
             */
            planned_s?: number | null;
            /** @description Id of the kind of fish. */
            species: string;
            /**
             * Format: double
             * @description Thickness as it was thought to be, mm.
             */
            thickness_mm: number;
            verdict?: components["schemas"]["Verdict"] | null;
        };
        /** @description What readings say about the piece. */
        Estimate: {
            /**
             * Format: double
             * @description Film coefficient, as a factor on what was thought.
             */
            film_factor: number;
            /**
             * Format: double
             * @description See `film_factor`.
             */
            film_sd: number;
            /**
             * Format: double
             * @description How much hotter the heat is than it was thought to be, K.
             */
            medium_k: number;
            /**
             * Format: double
             * @description See `medium_k`, K.
             */
            medium_sd_k: number;
            /**
             * Format: double
             * @description Temperature as it met the heat, °C.
             */
            start_c: number;
            /**
             * Format: double
             * @description See `start_c`, K.
             */
            start_sd_k: number;
            /**
             * Format: double
             * @description Thickness, mm, and how far that may be off (one standard deviation).
             */
            thickness_mm: number;
            /**
             * Format: double
             * @description See `thickness_mm`.
             */
            thickness_sd_mm: number;
            /** @description Whether it is so far off that the readings are not the core's. */
            tip_is_off: boolean;
            /**
             * Format: double
             * @description How far the tip is from the thermal centre, mm.
             */
            tip_mm: number;
            /**
             * Format: double
             * @description See `tip_mm`.
             */
            tip_sd_mm: number;
            /** @description Readings that it rests on. */
            used: number;
        };
        /** @description Something that happened, as it is kept. */
        EventDto: components["schemas"]["Happened"] & {
            /** @description When, RFC 3339 in UTC. */
            at: string;
            /**
             * Format: double
             * @description When, s on the cook's clock.
             */
            at_s: number;
            /** @description Id. */
            id: string;
        };
        /** @description Something that happened, as it is told: what a kind does not use is left out. */
        EventInput: {
            /**
             * Format: double
             * @description So long ago on the wall's clock, s, 0 to 14 400; instead of `at`.
             */
            ago_s?: number | null;
            /** @description When, RFC 3339 with offset; now when it and `ago_s` are left out. Of `retime`: the time that is right. */
            at?: string | null;
            /** @description `cue`: its id in the catalogue. */
            cue?: string | null;
            /** @description Id of the sender's choosing (a UUID): the same one counts once. */
            id: string;
            /** @description What kind. */
            kind: components["schemas"]["Kind"];
            /** @description `heat`: set to this word of the method's knob; instead of `medium_c`. */
            knob?: string | null;
            /**
             * Format: double
             * @description `join`: how much, g, 1 to 5000.
             */
            mass_g?: number | null;
            /**
             * Format: double
             * @description `heat`: set to this temperature, °C, 30 to 600; `in`, `wait`: as hot as it is by then, where it was
             *     read; `move` to another heat: as hot as that is set, as usual when left out.
             */
            medium_c?: number | null;
            /** @description `undo`, `retime`: the id of the event that is meant. */
            of?: string | null;
            /** @description `lid`: whether it is on. */
            on?: boolean | null;
            /**
             * Format: double
             * @description `join`: how warm, °C, −20 to 100; 20 when left out.
             */
            start_c?: number | null;
            /** @description `note`: its text, up to 500 characters. */
            text?: string | null;
            /**
             * @description `move`: `next` (the method's next heat), the id of another heat (`heats` of the catalogue), or of
             *     what it rests on.
             */
            to?: string | null;
            /** @description `cue`: how it turned out. */
            value?: string | null;
            /** @description `join`: what. */
            what?: string | null;
        };
        /** @description Some of a cook's events. */
        EventPage: {
            /** @description At most 500, in the order in which they were told. */
            events: components["schemas"]["EventDto"][];
            /** @description How many there are in all. */
            total: number;
        };
        /** @description How thickness is judged by eye. */
        Eye: {
            /**
             * Format: double
             * @description How far that may be off, mm (one standard deviation), 0 to 4.
             */
            sd_mm: number;
            /**
             * Format: double
             * @description How much thicker pieces are than they are thought to be, mm, −8 to 8.
             */
            thicker_mm: number;
        };
        /** @description The surroundings of one face at one moment. */
        Face: {
            /**
             * Format: double
             * @description Thermal resistance of a coat between the flesh and the film (batter, salt, paper), m² K/W.
             */
            coat_m2k_w?: number;
            /**
             * Format: double
             * @description Water after whose loss half of its wetness is left, kg/m², 0.001 to 100: M0 of the drying law
             *     `wet / (1 + M / M0)`; it stays as wet as it is when left out.
             */
            dries_kg_m2?: number | null;
            /**
             * Format: double
             * @description Emissivity, 0 to 1.
             */
            emissivity?: number;
            /**
             * Format: double
             * @description Film coefficient, W/(m² K), 0 to 1e6.
             */
            h: number;
            /**
             * Format: double
             * @description Temperature of the medium, °C.
             */
            medium_c: number;
            /**
             * Format: double
             * @description Temperature of what radiates at the face, °C; `medium_c` when left out.
             */
            radiant_c?: number | null;
            /**
             * Format: double
             * @description Partial pressure of water vapour around it, Pa.
             */
            vapour_pa?: number;
            /**
             * Format: double
             * @description Share of a free wet surface, 0 to 1; at the start where it dries.
             */
            wet?: number;
        };
        /**
         * @description Which family a method belongs to; pictures and cautions go by it.
         * @enum {string}
         */
        Family: "pan" | "oven" | "wet" | "steam" | "grill" | "fry";
        /**
         * @description What would happen to one card or entry of a file.
         * @enum {string}
         */
        Fate: "new" | "duplicate" | "unusable";
        /**
         * @description What else was wrong.
         * @enum {string}
         */
        Fault: "stuck" | "torn" | "pale" | "scorched" | "dry" | "salty";
        /** @description One thing wrong with one field of a request. */
        FieldError: {
            /** @description Dotted path of the field in the request, such as `piece.thickness_mm`. */
            field: string;
            /** @description What is wrong and what is allowed, for a cook. */
            message: string;
        };
        /** @description One card in a file. */
        FileCard: {
            choices?: components["schemas"]["PrepChoices"] | null;
            /** @description Version of the core that solved it. */
            core_version?: string | null;
            headline?: components["schemas"]["Headline"] | null;
            /** @description What the cook calls it. */
            name: string;
            /** @description Anything the cook wants to remember. */
            note?: string;
            /** @description What was planned; solved again when it comes in. */
            request: components["schemas"]["PlanRequest"];
        };
        /** @description One entry in a file. */
        FileEntry: {
            /** @description When the fish met the heat, RFC 3339 with offset. */
            at: string;
            /** @description Everything. */
            entry: components["schemas"]["Entry"];
            /** @description Tells the same entry again, up to 80 characters. */
            uid: string;
        };
        /** @description Liquid or oil in a vessel. */
        Fill: {
            /** @description What it is. */
            liquid: components["schemas"]["Liquid"];
            /**
             * Format: double
             * @description Share of the vessel's volume before the fish is in; none: to half the height of the fish.
             */
            share?: number | null;
        };
        /** @description A line of what to do before. */
        FirstLine: {
            /**
             * Format: double
             * @description Latest start, s before the heat.
             */
            starts_before_s: number;
            /** @description What to do, short. */
            title: string;
        };
        /** @description A part of a whole fish and what to do with it. */
        FishPart: {
            /** @description What to do with it. */
            advice: string;
            /**
             * Format: double
             * @description Weight, g.
             */
            grams: number;
            /** @description Name. */
            name: string;
        };
        /** @description A part of a fit. */
        FitPart: {
            /**
             * Format: double
             * @description What it adds or takes.
             */
            points: number;
            /** @description Why. */
            what: string;
        };
        /** @description A step that is no longer open: it has begun, or a cook wants it there. */
        Fixed: {
            /** @description Key of the step, such as `heat:1` or `plate`. */
            key: string;
            /**
             * Format: double
             * @description When it begins, s.
             */
            start_s: number;
        };
        /** @description What comes. All times count from the moment the fish met the heat, s. */
        Forecast: {
            /**
             * Format: double
             * @description Core when taken off, °C.
             */
            core_at_pull_c: number;
            /**
             * Format: double
             * @description Core when eaten, °C.
             */
            core_served_c: number;
            /**
             * Format: double
             * @description When to start looking.
             */
            look_from_s: number;
            /**
             * Format: double
             * @description And no later.
             */
            pull_high_s: number;
            /**
             * Format: double
             * @description Nine times of ten it is right no earlier than this.
             */
            pull_low_s: number;
            /**
             * Format: double
             * @description Off the heat.
             */
            pull_s: number;
            /** @description What the last thing that happened changed, in one line. */
            reason?: string | null;
            /**
             * Format: double
             * @description On the plate.
             */
            serve_s: number;
            /**
             * Format: double
             * @description What is aimed at, °C.
             */
            target_aim_c: number;
            /**
             * Format: double
             * @description Lower edge of the target band, °C.
             */
            target_from_c: number;
            /** @description Name of the target. */
            target_name: string;
            /**
             * Format: double
             * @description Upper edge, °C.
             */
            target_to_c?: number | null;
            /**
             * Format: double
             * @description First turn, made or to come.
             */
            turn_s?: number | null;
            waits?: components["schemas"]["Waits"] | null;
        };
        /**
         * @description What is looked at.
         * @enum {string}
         */
        Form: "whole" | "cut" | "frozen";
        /** @description Whether a freezer deals with parasites, and when. */
        FreezeAnswer: {
            /** @description What to mind. */
            cautions: string[];
            /**
             * Format: double
             * @description Coldest that the middle gets in this freezer, °C.
             */
            coldest_c: number;
            /**
             * Format: double
             * @description When it may be served undercooked, s; none when this freezer does not get there.
             */
            safe_s?: number | null;
            /** @description In one sentence. */
            sentence: string;
            /** @description Middle and surface over time. */
            series: components["schemas"]["ColdSeries"];
            /**
             * Format: double
             * @description When the middle has passed −20 °C, s; none when it never does.
             */
            through_s?: number | null;
        };
        /** @description Freezing one piece against parasites. */
        FreezeRequest: {
            /** @description Which freezer. */
            freezer?: components["schemas"]["FreezerKind"];
            /**
             * Format: double
             * @description Its temperature, °C, −60 to −5.
             */
            freezer_c: number;
            /**
             * Format: double
             * @description Thickness of what freezes together, mm; that of the piece when left out.
             */
            pack_mm?: number | null;
            /** @description The piece; it goes in at its `start_c`. */
            piece: components["schemas"]["Piece"];
        };
        /**
         * @description A freezer.
         * @enum {string}
         */
        FreezerKind: "still" | "blast";
        /**
         * @description What to do with it.
         * @enum {string}
         */
        Freshness: "use_raw" | "cook_today" | "cook_through" | "leave_it";
        /** @description One piece of equipment with its heat. */
        Gear: {
            /** @description Whether it burns charcoal. */
            charcoal?: boolean;
            control?: components["schemas"]["Control"] | null;
            /**
             * Format: double
             * @description Inside height, mm.
             */
            height_mm: number;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Inside length and width at the bottom, mm; the same twice when round. */
            inside_mm: number[];
            /** @description What it can serve as. */
            kinds: components["schemas"]["GearKind"][];
            /**
             * Format: double
             * @description Loss to the room when hot, W/K.
             */
            loss_w_k?: number;
            /**
             * Format: double
             * @description Mass that takes part in minutes, kg.
             */
            mass_kg: number;
            /** @description What it is made of. */
            material: components["schemas"]["Material"];
            /** @description Name for cooks. */
            name: string;
            /** @description Whether it stands on a burner. */
            on_burner?: boolean;
            /**
             * Format: double
             * @description Most that its burner or element puts into it, W.
             */
            power_w?: number;
            /** @description Whether it is round. */
            round?: boolean;
            /** @description Where the figures come from. */
            source: string;
            /**
             * Format: double
             * @description Heat capacity of water that belongs to it, J/K.
             */
            water_j_k?: number;
        };
        /** @description What the log and checks say of a piece of gear, beside what plans go by. */
        GearCalibration: components["schemas"]["GearLearnt"] & {
            /** @description Whether it stays as it is. */
            frozen: boolean;
            /** @description What it is called. */
            name: string;
            now?: components["schemas"]["Calibration"] | null;
            /** @description In words, one for each thing that is clear. */
            says: string[];
        };
        /** @description A check of a piece of gear. */
        GearCheck: {
            /** @description What it found. */
            found: components["schemas"]["CheckFound"];
            /** @description Id of the gear. */
            gear: string;
            /** @description What was done. */
            made: components["schemas"]["CheckMade"];
        };
        /**
         * @description What a piece of gear can serve as.
         * @enum {string}
         */
        GearKind: "pan" | "nonstick" | "lidded_pan" | "pot" | "steamer" | "oven" | "broiler" | "dish" | "fryer" | "grill" | "grill_lid" | "basket" | "spit" | "thermometer";
        /** @description What was learnt of a piece of gear. */
        GearLearnt: {
            /** @description What was learnt. */
            calibration: components["schemas"]["Calibration"];
            /** @description And of its film. */
            film_is_clear: boolean;
            /** @description Its id. */
            gear: string;
            /** @description Whether what cooks say of its heat can be told from what they say of its film. */
            heat_is_clear: boolean;
        };
        /** @description A gentler way to the same doneness. */
        Gentler: {
            /**
             * Format: double
             * @description Share of the flesh that it leaves firm or worse, 0 to 1.
             */
            firm_share: number;
            /** @description Id of the method. */
            method: string;
            /** @description Its name. */
            name: string;
            /**
             * Format: double
             * @description Its pull, s.
             */
            pull_s: number;
            /** @description As a sentence. */
            sentence: string;
        };
        /**
         * @description How fish behaves in the heat.
         * @enum {string}
         */
        Group: "lean_flaky" | "oily" | "dense" | "delicate_flat";
        /** @description What happened, with all that it needs. */
        Happened: {
            /** @enum {string} */
            kind: "in";
            /**
             * Format: double
             * @description That was so hot, °C; what it is set to when left out.
             */
            medium_c?: number | null;
        } | {
            /** @enum {string} */
            kind: "press";
        } | {
            /** @enum {string} */
            kind: "heat";
            /** @description As the knob says it. */
            knob?: string | null;
            /**
             * Format: double
             * @description To this, °C.
             */
            medium_c: number;
        } | {
            /** @enum {string} */
            kind: "lid";
            /** @description Whether it is on. */
            on: boolean;
        } | {
            /** @enum {string} */
            kind: "baste";
        } | {
            /**
             * Format: int32
             * @description Number of the cook whose fish it is; none of anything else.
             */
            cook?: number | null;
            /** @enum {string} */
            kind: "join";
            /**
             * Format: double
             * @description How much, g.
             */
            mass_g: number;
            /**
             * Format: double
             * @description How warm, °C.
             */
            start_c: number;
            /** @description What. */
            what: string;
        } | {
            /** @enum {string} */
            kind: "wait";
            /**
             * Format: double
             * @description To this, °C; as hot as it is by then when left out.
             */
            medium_c?: number | null;
        } | {
            /** @enum {string} */
            kind: "back";
        } | {
            /** @enum {string} */
            kind: "turn";
        } | {
            /** @enum {string} */
            kind: "move";
            /**
             * Format: double
             * @description Of another heat: as hot as it is set, °C.
             */
            medium_c?: number | null;
            /** @description `next`, or the id of another heat, or of what it rests on. */
            to: string;
        } | {
            /** @enum {string} */
            kind: "out";
        } | {
            /** @enum {string} */
            kind: "serve";
        } | {
            /** @description Its id. */
            cue: string;
            /** @enum {string} */
            kind: "cue";
            /** @description How it turned out. */
            value: string;
        } | {
            /** @enum {string} */
            kind: "note";
            /** @description Its text. */
            text: string;
        } | {
            /** @enum {string} */
            kind: "undo";
            /** @description Its id. */
            of: string;
        } | {
            /** @enum {string} */
            kind: "retime";
            /** @description Its id. */
            of: string;
        };
        /** @description The figures that a cook wants to see without solving again. */
        Headline: {
            /**
             * Format: double
             * @description Core when eaten, °C; cards of earlier versions have its peak there.
             */
            core_served_c: number;
            /**
             * Format: double
             * @description First turn, s.
             */
            flip_s?: number | null;
            /**
             * Format: double
             * @description Temperature of the medium, °C.
             */
            medium_c: number;
            /**
             * Format: double
             * @description Off the heat, s.
             */
            pull_s: number;
            /**
             * Format: double
             * @description Rest, s.
             */
            rest_s: number;
        };
        /** @description That the server answers, and which version it is. */
        Health: {
            /**
             * Format: double
             * @description The machine's clock was moved ahead by this while something was in the heat, s; cooks go on by the server's own
             *     clock. None where it was not moved.
             */
            clock_moved_s?: number | null;
            status: string;
            version: string;
        };
        /** @description Where the heat went, up to the pull. */
        HeatBooks: {
            /**
             * Format: double
             * @description From there to the pieces and their coats, J.
             */
            given_j: number;
            /**
             * Format: double
             * @description Into the piece before evaporation took its part, J per m² of outer face.
             */
            in: number;
            /**
             * Format: double
             * @description Kept there (negative: given up), J.
             */
            kept_j: number;
            /**
             * Format: double
             * @description Left with water, J/m².
             */
            latent_j_m2: number;
            /**
             * Format: double
             * @description From there to the room, J.
             */
            lost_j: number;
            /**
             * Format: double
             * @description Warmed the flesh, J/m².
             */
            sensible_j_m2: number;
            /**
             * Format: double
             * @description Into pan, oil, liquid or oven by burner or element, J. Of the last store where it moves.
             */
            supplied_j: number;
        };
        /**
         * @description Doneness that is offered first.
         * @enum {string}
         */
        House: "kitchen" | "book";
        /** @description What would happen to one of them, and why. */
        ImportLine: {
            /** @description What would happen. */
            fate: components["schemas"]["Fate"];
            /** @description What the cook calls it. */
            name: string;
            /** @description Why it is unusable; of the first thousand that are. */
            reason?: string | null;
        };
        /** @description A job as it is told. */
        ImportReport: {
            /** @description Looked through so far. */
            done: number;
            /** @description Of these, what is here already. */
            duplicates: number;
            /** @description The first of the lines below, counted from 0. */
            from: number;
            /**
             * Format: int32
             * @description Its number.
             */
            id: number;
            /** @description Some of the lines, in the file's order. */
            lines: components["schemas"]["ImportLine"][];
            /** @description Of these, new ones. */
            new: number;
            /** @description How far it is. */
            stage: components["schemas"]["Stage"];
            /** @description Cards or entries in the file. */
            total: number;
            /** @description Of these, what cannot be used. */
            unusable: number;
        };
        /** @description What to take instead, best first. */
        InsteadAnswer: {
            /** @description Kinds, most alike first. */
            kinds: components["schemas"]["Substitute"][];
            /**
             * Format: double
             * @description Off the heat as planned, s.
             */
            pull_s: number;
        };
        /** @description What is to be replaced. */
        InsteadRequest: {
            /** @description The plan whose fish is not to be had. */
            plan: components["schemas"]["PlanRequest"];
        };
        /** @description How a side joins a fish in its vessel. */
        Joins: {
            /**
             * Format: double
             * @description So long before the fish is out, s.
             */
            before_end_s: number;
            /** @description Ids of the methods whose vessel it joins. */
            methods: string[];
            /**
             * Format: double
             * @description How warm it is then, °C.
             */
            start_c: number;
            /** @description What to do, short. */
            title: string;
        };
        /** @description One judgement in kitchen words. */
        Judgement: {
            /** @description The figure with its unit. */
            figure: string;
            /** @description What it is about, such as `crust`. */
            id: string;
            /** @description Heading. */
            name: string;
            /** @description What it means. */
            sentence: string;
        };
        /**
         * @description What kind of thing happened.
         * @enum {string}
         */
        Kind: "in" | "press" | "heat" | "lid" | "baste" | "join" | "wait" | "back" | "turn" | "move" | "out" | "serve" | "cue" | "note" | "undo" | "retime";
        /** @description A kitchen as its cooks keep it. */
        Kitchen: {
            /** @description Allergens of tonight's guests. */
            allergens?: string[];
            /**
             * Format: double
             * @description Height above sea level, m, −430 to 5500.
             */
            altitude_m?: number;
            /** @description Ids of the gear at hand, the first of a kind being the one that is taken; everything when left out. */
            at_hand?: string[] | null;
            /** @description Guests at risk eat here tonight: every plan by the book, and some fish not at all. */
            at_risk?: boolean;
            eye?: components["schemas"]["Eye"] | null;
            /** @description Ids of gear whose calibration stays as it is whatever is cooked. */
            frozen?: string[];
            /** @description Gear of one's own. */
            gear?: components["schemas"]["OwnGear"][];
            /** @description Doneness that is offered first. */
            house?: components["schemas"]["House"];
            /** @description What it is called, up to 60 characters. */
            name?: string;
            /** @description Fats at hand, the one that is taken first. */
            oils?: components["schemas"]["OwnOil"][];
            /**
             * Format: double
             * @description A portion of fillet, g, 60 to 500.
             */
            portion_g?: number;
            /** @description Id of what a piece stands on here until then, where it stands free; the usual support when left out. */
            rest_on?: string | null;
            /**
             * Format: double
             * @description From the pull until it is eaten here, s, 0 to 1800; the usual rest of each piece when left out.
             */
            rest_s?: number | null;
            /** @description Id of the way of salting here, where it suits the cut; the method's usual one when left out. */
            salting?: string | null;
            /**
             * Format: double
             * @description How far one cook differs from the next here, as a factor on what is usual, 0.2 to 2.
             */
            scatter?: number | null;
        };
        /** @description The kitchen, and how often it was changed. */
        KitchenDto: {
            /** @description As its cooks keep it. */
            kitchen: components["schemas"]["Kitchen"];
            /**
             * Format: int64
             * @description Give it as `If-Match` to change nothing that somebody else changed meanwhile.
             */
            revision: number;
        };
        /** @description The ladder. */
        LadderAnswer: {
            /**
             * Format: double
             * @description Temperature of the medium, °C.
             */
            medium_c: number;
            /**
             * Format: double
             * @description Where to go on, mm: the same request from there. An answer ends after about a third of a second of work;
             *     none when this one reaches the thickest.
             */
            next_mm?: number | null;
            /** @description Thickness down; at least one. */
            rows: components["schemas"]["LadderRow"][];
            /** @description Temperatures at the start, °C. */
            start_c: number[];
            /** @description Name of the target. */
            target_name: string;
        };
        /** @description One dish, one pan, one doneness over thickness and start. */
        LadderRequest: {
            /**
             * Format: double
             * @description Thinnest, mm, 4 to 120; 8 mm under the plan's when left out.
             */
            from_mm?: number | null;
            /** @description The dish. */
            plan: components["schemas"]["PlanRequest"];
            /**
             * Format: double
             * @description Step, mm, 1 to 20; 2 when left out.
             */
            step_mm?: number | null;
            /**
             * Format: double
             * @description Thickest, mm, up to 120; 10 mm over the plan's when left out.
             */
            to_mm?: number | null;
        };
        /** @description One thickness of the ladder. */
        LadderRow: {
            /** @description One for each start; none where the target cannot be reached. */
            cells: (components["schemas"]["Rung"] | null)[];
            /**
             * Format: double
             * @description Thickness, mm.
             */
            thickness_mm: number;
        };
        /** @description What so many seconds past the right moment cost. */
        Late: {
            /**
             * Format: double
             * @description Core when eaten, °C.
             */
            core_served_c: number;
            /**
             * Format: double
             * @description Share of the flesh that is dry then, 0 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Share of its weight that it has lost by then, 0 to 1.
             */
            juice_lost_share: number;
            /**
             * Format: double
             * @description So late, s.
             */
            late_s: number;
        };
        /** @description Everything lined up. All times count from the zero of the request, s. */
        LineUp: {
            /**
             * Format: double
             * @description When the first step begins, s.
             */
            begins_s: number;
            /** @description What to mind with all of it. */
            cautions: string[];
            /** @description What does not fit. */
            clashes: components["schemas"]["Clash"][];
            /**
             * Format: int64
             * @description What waiting, lateness and makeshifts cost together; 0 is as if each dish were alone, or where it stood.
             */
            cost: number;
            /** @description Dishes, in the order in which they were asked for. */
            dishes: components["schemas"]["DishView"][];
            moved?: components["schemas"]["Moved"] | null;
            /** @description What was changed so that it fits, in sentences. */
            notes: string[];
            /** @description Stations that anything needs. */
            stations: components["schemas"]["Station"][];
            tightest?: components["schemas"]["Tightest"] | null;
        };
        /** @description What is lined up. */
        LineUpAsked: {
            /**
             * Format: int32
             * @description Burners, 1 to 12; as many as the gear stands on, or four, when left out.
             */
            burners?: number | null;
            /** @description Dishes, 1 to 200. */
            dishes: components["schemas"]["DishAsked"][];
            /** @description Ids of the gear at hand; that of the kitchen when left out. */
            gear?: string[] | null;
            /**
             * Format: int32
             * @description Cooks, 1 to 8; one when left out.
             */
            hands?: number | null;
            kitchen?: components["schemas"]["OwnKitchen"] | null;
            /** @description Nothing begins before that, RFC 3339; any time ahead when left out. */
            now?: string | null;
        };
        /** @description A line-up as it stands. */
        LineUpDto: components["schemas"]["LineUp"] & {
            /** @description Dishes as they were asked for. */
            asked: components["schemas"]["Dish"][];
            /**
             * Format: int32
             * @description Cooks.
             */
            hands: number;
            id?: components["schemas"]["LineUpId"] | null;
            /** @description What it is called. */
            name: string;
            /** @description The server's clock, RFC 3339 in UTC. */
            now: string;
            /**
             * Format: int64
             * @description Give it as `If-Match` to change nothing that somebody else changed meanwhile.
             */
            revision: number;
            /** @description Whether its service is under way. */
            running: boolean;
            /** @description Steps, in the order of their beginning. */
            steps: components["schemas"]["LineUpStepDto"][];
            /** @description What its times count from, RFC 3339 in UTC. */
            zero: string;
        };
        /**
         * Format: int32
         * @description Number of a line-up.
         */
        LineUpId: number;
        /** @description A line of the list. */
        LineUpLine: {
            /** @description Its number. */
            id: components["schemas"]["LineUpId"];
            /** @description What it is called. */
            name: string;
            /** @description Whether its service is under way. */
            running: boolean;
            /** @description When its first dish is served, or was as it was kept, RFC 3339 in UTC. */
            zero: string;
        };
        /** @description Kept line-ups. */
        LineUpList: {
            /** @description The latest service first, at most 200. */
            line_ups: components["schemas"]["LineUpLine"][];
        };
        /** @description A movement of a hand, or something that goes on by itself. */
        LineUpStep: {
            /** @description What to look for. */
            cue: string;
            /** @description How. */
            detail: string;
            /** @description Id of the dish; none where it is of the kitchen, such as an oven that has to be switched on. */
            dish?: string | null;
            /**
             * Format: double
             * @description When it is over, s.
             */
            end_s: number;
            /** @description Whether it stays where it is. */
            fixed: boolean;
            /**
             * Format: double
             * @description Hands at its beginning, s.
             */
            hands_s: number;
            /** @description Key of the part of the dish that it belongs to, to be given back as fixed. */
            key?: string | null;
            /** @description What it is. */
            kind: components["schemas"]["StepKind"];
            /**
             * Format: double
             * @description When it begins, s.
             */
            start_s: number;
            /** @description Id of the station. */
            station: string;
            /** @description What to do, short. */
            title: string;
            /** @description Why it is there and not later; empty where what follows comes right after it. */
            why: string;
        };
        /** @description A step with its moments on the clock. */
        LineUpStepDto: components["schemas"]["LineUpStep"] & {
            /** @description When it is over, RFC 3339 in UTC. */
            end: string;
            /**
             * Format: int32
             * @description Pairs of hands at its beginning.
             */
            hands: number;
            /** @description When it begins, RFC 3339 in UTC. */
            start: string;
        };
        /**
         * @description A liquid to cook in.
         * @enum {string}
         */
        Liquid: "water" | "oil";
        /** @description A log that comes in: the entries of a JSON file, or the text of a CSV. */
        LogFile: {
            /** @description The text of a table, instead. */
            csv?: string | null;
            /** @description The entries. */
            entries?: components["schemas"]["FileEntry"][] | null;
            /**
             * Format: catalogue-id
             * @description `cindo-log`; left out with `csv`.
             */
            format?: string | null;
            /** @description Entries that did not read back when the file was written, for its readers only. */
            left_out?: number;
            /**
             * Format: int32
             * @description 1; left out with `csv`.
             */
            version?: number | null;
        };
        /** @description Some of the log. */
        LogPage: {
            /** @description Entries, the latest first. */
            entries: components["schemas"]["EntryLine"][];
            next?: components["schemas"]["EntryId"] | null;
            /**
             * Format: int64
             * @description Entries that were asked for, on all pages.
             */
            total: number;
        };
        /** @description How a cook knows a temperature without a thermometer. */
        Look: {
            /**
             * Format: double
             * @description Holds below this temperature, °C; the last one has none.
             */
            below_c?: number | null;
            /** @description How to keep it there, where the step says so. */
            keep?: string | null;
            /** @description Where the knob stands. */
            knob: string;
            /** @description What the fat, oven, liquid or fire looks like. */
            look: string;
        };
        /** @description A marinade's limits. */
        Marinade: {
            /**
             * Format: double
             * @description Acid, g per 100 g.
             */
            acid_percent: number;
            /**
             * Format: double
             * @description Longest time in it, min.
             */
            longest_min: number;
            /** @description In sentences: what sets the limit, what burns. */
            notes: string[];
            /**
             * Format: double
             * @description Salt, g per 100 g.
             */
            salt_percent: number;
            /**
             * Format: double
             * @description Sugar, g per 100 g.
             */
            sugar_percent: number;
        };
        /**
         * @description What it is made of.
         * @enum {string}
         */
        Material: "cast_iron" | "steel" | "aluminium" | "ceramic";
        /** @description A way of cooking. */
        Method: {
            /** @description One sentence on what it is. */
            about: string;
            /** @description Whether the medium reaches all round. */
            all_round?: boolean;
            /**
             * Format: double
             * @description Share of the time that a cook has to stand by it, 0 to 1.
             */
            attention: number;
            /** @description Whether crisp or golden faces are what it is for. */
            browns?: boolean;
            /** @description Coats that suit it, the usual one first. */
            coats: string[];
            /**
             * Format: double
             * @description Usual temperature of the medium, °C; none where boiling sets it.
             */
            default_c?: number | null;
            /**
             * Format: double
             * @description Largest fall of the medium that a batch may cause, K.
             */
            fall_limit_k?: number | null;
            /** @description Family. */
            family: components["schemas"]["Family"];
            fill?: components["schemas"]["Fill"] | null;
            /** @description Gentler ways to the same doneness, nearest first. */
            gentler?: string[];
            /** @description Whether the heat comes from above. */
            heat_from_above?: boolean;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Knob and look by rising temperature. */
            looks: components["schemas"]["Look"][];
            /** @description What gives the heat: pan, oven, liquid, oil. */
            medium: string;
            /** @description Name for cooks. */
            name: string;
            /** @description Gear it needs; the first holds the fish. */
            needs: components["schemas"]["GearKind"][];
            /** @description Why frozen fish must not go into it; none where it may. */
            not_from_frozen?: string | null;
            /** @description Allowed temperatures of the medium, °C. */
            range_c?: number[] | null;
            /** @description Why that temperature. */
            reason: string;
            /** @description Id of the way of salting that cooks take for it. */
            salting?: string;
            /** @description Schools that apply, the usual one for skin-on pieces first; none where nothing is turned. */
            schools?: components["schemas"]["School"][];
            second?: components["schemas"]["SecondHeat"] | null;
            /** @description Smell and smoke. */
            smell: components["schemas"]["Smell"];
            /** @description What else is needed. */
            tools: string[];
            /**
             * Format: double
             * @description Turned at this moment whatever the school, s.
             */
            turn_at_s?: number | null;
            /**
             * Format: double
             * @description Share of the flesh that gets 74 °C and more, held, when it is done right, 0 to 1 (over a sweep of
             *     usual pieces).
             */
            usual_dry_share: number;
            /** @description Variations, the usual one first. */
            variants?: components["schemas"]["Variant"][];
        };
        /** @description A plan's moments, s, and where its dial stands. */
        Moments: {
            /** @description Where the cook's own dial stands; none where nothing is known of it. */
            dial?: string | null;
            /**
             * Format: double
             * @description By then it is right.
             */
            latest_s: number;
            /**
             * Format: double
             * @description When to start looking.
             */
            look_from_s: number;
            /**
             * Format: double
             * @description Off the heat.
             */
            pull_s: number;
        };
        /** @description A movement of the hand, done or to come. */
        Move: {
            /** @description Machine name, such as `turn_down`. */
            action: string;
            /**
             * Format: double
             * @description When, s after the fish met the heat.
             */
            at_s: number;
            /** @description What to look, listen or feel for. */
            cue: string;
            /** @description How to do it. */
            detail: string;
            done_by?: components["schemas"]["Kind"] | null;
            /** @description Whether it was told to be done. */
            is_done: boolean;
            /**
             * Format: double
             * @description The heat that it asks for, °C.
             */
            medium_c?: number | null;
            /** @description What to do, short. */
            title: string;
        };
        /** @description What the last change in a service moved. */
        Moved: {
            /**
             * Format: double
             * @description When it was told, s.
             */
            at_s: number;
            /** @description In a sentence. */
            line: string;
            /** @description What can be taken back, in a few words: the last change that a hand made. */
            takes_back?: string | null;
        };
        /** @description What earlier cooks say about a plan. */
        NextTime: {
            /** @description Cooks that it rests on. */
            cooks: number;
            /**
             * Format: double
             * @description Give this as the plan's `film_factor`, and it does.
             */
            film_factor: number;
            /**
             * Format: double
             * @description So much later it should come out, s; negative is earlier.
             */
            later_s: number;
            /** @description In a line. */
            line: string;
        };
        /** @description What earlier cooks say about a plan. */
        NextTimeDto: {
            /** @description The cooks that it rests on, the latest first. */
            entries: components["schemas"]["EntryLine"][];
            next?: components["schemas"]["NextTime"] | null;
        };
        /**
         * @description A quantity that the simulation has and a cook can notice. Each is a temperature, or is measured so that it never
         *     stands still while the fish cooks.
         * @enum {string}
         */
        Observes: "core" | "outer" | "side" | "release" | "colour";
        /** @description A fat for frying. */
        Oil: {
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Name for cooks. */
            name: string;
            /** @description Where it begins to smoke, °C, from and to. */
            smoke_point_c: number[];
        };
        /** @description One side of a question on which cooks differ. */
        Opinion: {
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Name in a sentence. */
            name: string;
            /** @description Why, in one line. */
            why: string;
        };
        /**
         * @description Where a fish comes from, as far as parasites care.
         * @enum {string}
         */
        Origin: "wild_sea" | "wild_fresh" | "farmed_pellet" | "tuna";
        /** @description One row of `heats.toml`. Temperatures and words: common practice. */
        OtherHeat: {
            /** @description Id, `snake_case`: what `move` names. */
            id: string;
            /** @description Name. */
            name: string;
            /** @description Coolest and hottest that it can be set to, °C. */
            range_c: number[];
            /** @description The gear whose heat it is. */
            reservoir: components["schemas"]["GearKind"];
            /**
             * Format: double
             * @description As hot as it usually is, °C.
             */
            usual_c: number;
        };
        /** @description Another formula for the same thing. */
        OtherMixture: {
            /** @description Id of the mixture. */
            id: string;
            /** @description Its name. */
            name: string;
        };
        /** @description What a method comes to. */
        Outcome: {
            /**
             * Format: double
             * @description Target temperature that the colours of the strip centre on, °C.
             */
            aim_c: number;
            /**
             * Format: double
             * @description Core when eaten, °C.
             */
            core_served_c: number;
            /**
             * Format: double
             * @description First turn, s.
             */
            flip_s?: number | null;
            /**
             * Format: double
             * @description Seconds that a cook stands by it.
             */
            hands_on_s: number;
            /** @description Where the knob stands. */
            knob: string;
            /**
             * Format: double
             * @description Temperature of the medium, °C.
             */
            medium_c: number;
            /**
             * Format: double
             * @description Time to heat up, s.
             */
            preheat_s: number;
            /**
             * Format: double
             * @description Off the heat, s.
             */
            pull_s: number;
            /** @description The result in numbers. */
            quality: components["schemas"]["Quality"];
            /**
             * Format: double
             * @description Rest, s.
             */
            rest_s: number;
            /** @description The strip. */
            strip: components["schemas"]["SmallStrip"];
            /**
             * Format: double
             * @description Preheat, heat and rest, s.
             */
            total_s: number;
            /**
             * Format: double
             * @description Seconds between the earliest and the latest pull that stay in the band; none where hotter is only firmer.
             */
            window_s?: number | null;
        };
        /**
         * @description Outline of a cross-section.
         * @enum {string}
         */
        Outline: "tapered" | "rounded" | "straight" | "oval" | "oval_with_cavity";
        /** @description A piece of gear of one's own. */
        OwnGear: {
            calibration?: components["schemas"]["Calibration"] | null;
            /** @description Where its own dial stands for words of a knob: at most 12. */
            dial?: components["schemas"]["DialWord"][];
            /**
             * Format: double
             * @description Inside height, mm, 10 to 800.
             */
            height_mm?: number | null;
            /** @description Id, 1 to 60 small letters, digits and underscores. */
            id: string;
            /** @description Inside length and width, mm, 50 to 1500; those of the other when left out. */
            inside_mm?: number[] | null;
            /**
             * Format: catalogue-id
             * @description Id of the gear of the catalogue that it is like.
             */
            like: string;
            /**
             * Format: double
             * @description Mass, kg, 0.2 to 80.
             */
            mass_kg?: number | null;
            /** @description What it is called here, 1 to 60 characters. */
            name: string;
            /** @description Where it stands, such as a burner, up to 40 characters. */
            on?: string | null;
            /**
             * Format: double
             * @description Most heat that its burner or element gets into it, W, 100 to 20 000.
             */
            power_w?: number | null;
        };
        /** @description What a kitchen knows that bears on heat, and its habits. */
        OwnKitchen: {
            eye?: components["schemas"]["Eye"] | null;
            /** @description Gear of one's own; it goes before that of the catalogue, and one of the same id takes its place. */
            gear?: components["schemas"]["OwnGear"][];
            /** @description Id of what a piece stands on here until it is eaten, where it stands free; the usual support when left out. */
            rest_on?: string | null;
            /** @description Id of the way of salting here, where it suits the cut; the method's usual one when left out. */
            salting?: string | null;
            /**
             * Format: double
             * @description How far one cook differs from the next here, as a factor on what is usual, 0.2 to 2; 1 when left out.
             */
            scatter?: number | null;
        };
        /** @description A fat at hand. */
        OwnOil: {
            /**
             * Format: catalogue-id
             * @description Id of the fat.
             */
            oil: string;
            /**
             * Format: int32
             * @description Times it was fried in since it was fresh, 0 to 200.
             */
            uses?: number;
        };
        /** @description What is on the board. */
        Piece: {
            /**
             * Format: int32
             * @description How many pieces, 1 to 60.
             */
            count?: number | null;
            /**
             * Format: catalogue-id
             * @description Id of the cut.
             */
            cut: string;
            freshness?: components["schemas"]["Freshness"] | null;
            /** @description Whether it was frozen against parasites. */
            frozen_for_parasites?: boolean | null;
            /**
             * Format: double
             * @description Length, mm, 20 to 1500.
             */
            length_mm?: number | null;
            /** @description Whether the skin is on. */
            skin?: boolean;
            /**
             * Format: catalogue-id
             * @description Id of the kind of fish.
             */
            species: string;
            /**
             * Format: double
             * @description Temperature at the start, °C, −40 to 25; below −0.9 °C part of its water is ice.
             */
            start_c: number;
            /** @description Whether it is stuffed. */
            stuffed?: boolean | null;
            /**
             * Format: double
             * @description Thickness of the thin end, mm, 3 up to the thickness.
             */
            tail_mm?: number | null;
            /** @description Whether the thickness was measured rather than judged by eye. */
            thickness_measured?: boolean | null;
            /**
             * Format: double
             * @description Thickness at the thickest place, mm, 4 to 120.
             */
            thickness_mm: number;
            /**
             * Format: double
             * @description Weight of one piece, g, 5 to 10 000.
             */
            weight_g?: number | null;
            /**
             * Format: double
             * @description Width across, mm, 5 to 400; the usual one of the cut when left out. Of a whole fish: its depth.
             */
            width_mm?: number | null;
        };
        /**
         * @description Where a step is done.
         * @enum {string}
         */
        Place: "sink" | "raw_board" | "board" | "burner" | "fryer" | "none";
        /** @description Best plan for one piece and method. */
        PlanAnswer: {
            /** @description Vessel, level and batch. */
            batch: components["schemas"]["Batch"];
            /**
             * Format: double
             * @description How much the core rises from the pull until it is eaten, K.
             */
            carry_over_k: number;
            /** @description Id of the coat. */
            coating: string;
            consequence?: components["schemas"]["Consequence"] | null;
            /**
             * Format: double
             * @description Core when taken off, °C.
             */
            core_at_pull_c: number;
            /**
             * Format: double
             * @description The highest that the core gets if it is left standing, °C.
             */
            core_peak_c: number;
            /**
             * Format: double
             * @description Core when eaten, °C.
             */
            core_served_c: number;
            /**
             * Format: double
             * @description Share of the flesh that is dry when served, 0 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Water lost as steam, share of the piece's weight.
             */
            evaporated_share: number;
            /**
             * Format: double
             * @description First turn, s; none where nothing is turned.
             */
            flip_s?: number | null;
            /** @description Where the heat went. */
            heat: components["schemas"]["HeatBooks"];
            /** @description And in words. */
            judgements: components["schemas"]["Judgement"][];
            /**
             * Format: double
             * @description When it must be off at the latest, s.
             */
            latest_s: number;
            /**
             * Format: double
             * @description When to start looking, s.
             */
            look_from_s: number;
            /**
             * Format: double
             * @description Temperature of the medium, °C.
             */
            medium_c: number;
            /** @description Id of the method. */
            method: string;
            /**
             * Format: double
             * @description How much of the middle is set at that moment: what the guest would see, 0 to 1.
             */
            middle_opaque_share: number;
            /**
             * Format: double
             * @description When that is, s after the pull.
             */
            peak_s: number;
            /**
             * Format: double
             * @description Off the heat, s after the fish met it.
             */
            pull_s: number;
            /** @description The result in numbers. */
            quality: components["schemas"]["Quality"];
            /** @description Id of what it stands on until then. */
            rest_on: string;
            /**
             * Format: double
             * @description From the pull until it is eaten, s.
             */
            rest_s: number;
            /** @description Safety figures and cautions. */
            safety: components["schemas"]["Safety"];
            school?: components["schemas"]["School"] | null;
            /** @description The inside over time. */
            section: components["schemas"]["StripPicture"];
            /** @description Lines over time. */
            series: components["schemas"]["Series"];
            /** @description How the heat is set. */
            setting: components["schemas"]["SettingNote"];
            /**
             * Format: double
             * @description How high the side is opaque at the first turn (at the pull where nothing is turned): what the
             *     cook sees, 0 to 1; none where heat comes from all round.
             */
            side_opaque_share?: number | null;
            /**
             * Format: double
             * @description How far the right moment can wander, s.
             */
            spread_s: number;
            /** @description What to do, in order. */
            steps: components["schemas"]["Step"][];
            tail?: components["schemas"]["Tail"] | null;
            /**
             * Format: double
             * @description What the plan aims at, °C: where the colours of the picture centre.
             */
            target_aim_c: number;
            /**
             * Format: double
             * @description Lower edge of the target band, °C.
             */
            target_from_c: number;
            /** @description What it looks like inside when it is eaten as the target has it. */
            target_look: string;
            /** @description Name of the target. */
            target_name: string;
            /**
             * Format: double
             * @description Upper edge, °C.
             */
            target_to_c?: number | null;
            trouble?: components["schemas"]["Trouble"] | null;
            /** @description Every turn, s. */
            turns_s: number[];
            /** @description Id of the method's variation. */
            variant?: string | null;
            /**
             * Format: double
             * @description Earliest pull that stays in the band, s.
             */
            window_from_s?: number | null;
            /**
             * Format: double
             * @description Seconds between the earliest and the latest pull that stay in the band; none where hotter is only firmer.
             */
            window_s?: number | null;
        };
        /** @description What to plan. */
        PlanRequest: {
            /**
             * Format: double
             * @description Height above sea level, m, −430 to 5500.
             */
            altitude_m?: number | null;
            /** @description Guests at risk eat it: by the book only, and some fish not at all. */
            at_risk?: boolean | null;
            /**
             * @description A quick answer while something is dragged: on coarser grids, without the largest batch and the
             *     side.
             */
            brief?: boolean | null;
            /**
             * Format: catalogue-id
             * @description Id of the coat; the method's usual one when left out.
             */
            coating?: string | null;
            /** @description Target. */
            doneness: components["schemas"]["Doneness"];
            /**
             * Format: double
             * @description How much faster the fish takes heat than the solver has it, as a factor on film coefficients, 0.5 to 2:
             *     what the log says of such pieces. 1 when left out. It never shortens a plan by the book.
             */
            film_factor?: number | null;
            /** @description Ids of the gear at hand; everything that the catalogue knows when left out. */
            gear?: string[] | null;
            kitchen?: components["schemas"]["OwnKitchen"] | null;
            /**
             * Format: double
             * @description Temperature of the pan, oven, liquid, grate or oil, °C; the method's usual one when left out.
             */
            medium_c?: number | null;
            /**
             * Format: catalogue-id
             * @description Id of the method.
             */
            method: string;
            /**
             * Format: catalogue-id
             * @description Id of the fat; sunflower oil when left out.
             */
            oil?: string | null;
            /**
             * Format: double
             * @description Off the heat at this moment, s; worked out when left out.
             */
            out_s?: number | null;
            /** @description The piece. */
            piece: components["schemas"]["Piece"];
            /**
             * Format: double
             * @description Temperature of the warm oven that it stands in, °C, 40 to 110; 70 when left out.
             */
            rest_c?: number | null;
            /** @description Id of what it stands on until then; the usual support when left out. */
            rest_on?: string | null;
            /**
             * Format: double
             * @description How long it stands before it is eaten, s; the usual time when left out.
             */
            rest_s?: number | null;
            school?: components["schemas"]["School"] | null;
            /**
             * Format: double
             * @description Temperature of the second heat (the oven after the pan), °C, 120 to 250; the method's usual one
             *     when left out.
             */
            second_c?: number | null;
            /**
             * Format: double
             * @description When it moves there, s after it met the heat, 20 to 900; the method's usual moment when left out.
             */
            second_s?: number | null;
            /**
             * Format: double
             * @description Turned at this moment, s after it met the heat; the school's moment when left out.
             */
            turn_s?: number | null;
            /**
             * Format: catalogue-id
             * @description Id of the method's variation; its usual one when left out.
             */
            variant?: string | null;
            /** @description Id of the gear at hand that it is cooked in; the first that the method can be made with when left out. */
            vessel?: string | null;
        };
        /** @description One thing to weigh out. */
        Portion: {
            /**
             * Format: double
             * @description Weight, g.
             */
            grams: number;
            /** @description In kitchen measures. */
            measure: string;
            /** @description Name. */
            name: string;
        };
        /** @description Everything before the heat. */
        PrepAnswer: {
            /** @description Allergens of fish and mixtures. */
            allergens: string[];
            /** @description What to weigh out. */
            amounts: components["schemas"]["Amount"][];
            /** @description What to mind. */
            cautions: string[];
            /** @description What to do in the heat: the steps of the plan. */
            cooking: components["schemas"]["Step"][];
            /** @description The first lines of a plan: what to do before, in a few words each, with its latest start. */
            first_lines: components["schemas"]["FirstLine"][];
            /**
             * Format: double
             * @description Hands in all, s.
             */
            hands_on_s: number;
            /** @description How long and how hot it may be held. */
            holding: string[];
            /** @description Name of what it cooks in. */
            in_vessel?: string | null;
            /**
             * Format: double
             * @description From the first step to the heat, s.
             */
            lead_s: number;
            marinade?: components["schemas"]["Marinade"] | null;
            /**
             * Format: double
             * @description In the heat, s.
             */
            pull_s: number;
            /** @description Questions on which cooks differ, and the sides taken. */
            questions: components["schemas"]["Question"][];
            /**
             * Format: double
             * @description Rest after it, s.
             */
            rest_s: number;
            salt?: components["schemas"]["SaltAnswer"] | null;
            /** @description Steps in the order of their starts. */
            steps: components["schemas"]["PrepStep"][];
            thaw?: components["schemas"]["ThawAnswer"] | null;
            /** @description What it is, such as "Sear hake loin". */
            title: string;
            vessel?: components["schemas"]["VesselFill"] | null;
        };
        /** @description What a preparation leaves to the cook; the usual of each when left out. */
        PrepChoices: {
            /**
             * Format: int32
             * @description Servings of chips, 0 to 100.
             */
            chips?: number | null;
            /**
             * Format: int32
             * @description Guests, 1 to 500, for sauces; as many as pieces when left out.
             */
            guests?: number | null;
            /** @description Ids of mixtures preferred over the usual ones. */
            mixtures?: string[];
            /** @description Salt; as cooks do for the method when left out. */
            salt?: components["schemas"]["SaltChoice"];
            /** @description Butter sauce with it. */
            sauce?: boolean | null;
            /** @description Sides taken, by question; the usual ones when left out. */
            sides?: {
                [key: string]: string;
            };
            thaw?: components["schemas"]["Thaw"] | null;
        };
        /** @description What to prepare. */
        PrepRequest: {
            /** @description What the cook wants otherwise than usual. */
            choices?: components["schemas"]["PrepChoices"];
            /** @description The plan that it is for. */
            plan: components["schemas"]["PlanRequest"];
        };
        /** @description One step with its latest start. */
        PrepStep: {
            /** @description Ids of steps that must be finished before it. */
            after: string[];
            /** @description Whether what follows has to follow at once. */
            cannot_wait: boolean;
            /** @description How. */
            detail: string;
            /**
             * Format: double
             * @description Finished then, s before the heat.
             */
            ends_before_s: number;
            /**
             * Format: double
             * @description Hands at its beginning, s.
             */
            hands_on_s: number;
            /** @description Id of the step. */
            id: string;
            /**
             * Format: double
             * @description How long it may lie before what follows, s.
             */
            keeps_s: number;
            /**
             * Format: double
             * @description Latest start, s before the fish meets the heat.
             */
            starts_before_s: number;
            /** @description What to do, short. */
            title: string;
            /**
             * Format: double
             * @description What passes by itself after that, s.
             */
            wait_s: number;
            /** @description Why. */
            why?: string | null;
        };
        /** @description A failure as it is sent (RFC 9457). */
        Problem: {
            /** @description Where somebody else changed it meanwhile: what is there now. */
            current?: unknown;
            /** @description Every field that is wrong and what is allowed. */
            errors: components["schemas"]["FieldError"][];
            /**
             * Format: int32
             * @description HTTP status.
             */
            status: number;
            /** @description What went wrong, short. */
            title: string;
            /** @description Stable name of the kind of problem. */
            type: string;
        };
        /**
         * @description How the heat goes through a cut's cross-section.
         * @enum {string}
         */
        Profile: "flat" | "oval";
        /**
         * @description What the plan of a cook promised: its moments, and the level that the cook goes on aiming at.
         *
         *     A cook under way is followed on one column, which is quick; what the whole section, sides and coats
         *     made of the plan is kept as a difference from that column, so that a cook in which everything happens
         *     as planned ends exactly as its plan said.
         */
        Promise: {
            /**
             * Format: double
             * @description Where the core is, as a share of the way up (of a piece heated all round: out) from its bottom or centre.
             */
            core_share: number;
            /**
             * Format: double
             * @description The level that one column reaches with that pull, °C: what a change of plan aims at again.
             */
            level_c: number;
            /** @description What the plan has over that column: at the pull, when eaten, and at its highest, K. */
            over_k: number[];
            /**
             * Format: double
             * @description Off the heat, s after the fish met it.
             */
            pull_s: number;
            /**
             * Format: double
             * @description How high the side is opaque at that turn (at the pull where nothing is turned), 0 to 1; none where heat
             *     comes from all round.
             */
            side_opaque_share?: number | null;
            /**
             * Format: double
             * @description How fast the core's level rises with the pull, K/s.
             */
            slope_k_s: number;
            /**
             * Format: double
             * @description How far the right moment can wander, s.
             */
            spread_s: number;
            /**
             * Format: double
             * @description First turn, s.
             */
            turn_s?: number | null;
        };
        /** @description A photo to keep. */
        PutPhoto: {
            /** @description A JPEG or PNG of up to 8 MB, as base64. */
            image: string;
        };
        /** @description Judgement of a plan in numbers. */
        Quality: {
            /**
             * Format: double
             * @description Browning of the better face; 1 is golden, 5 scorched.
             */
            browning: number;
            /**
             * Format: double
             * @description Thickest crust, mm.
             */
            crust_mm: number;
            /**
             * Format: double
             * @description Share of the flesh that is dry, crust left out, 0 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Share of the thickness within 4 K of the target when served, 0 to 1.
             */
            even_share: number;
            /**
             * Format: double
             * @description Share of the flesh that got firm or worse (10 K above the target), crust left out, 0 to 1.
             */
            firm_share: number;
            /**
             * Format: double
             * @description Steam and drip, share of the weight, 0 to 1.
             */
            juice_lost_share: number;
            /**
             * Format: double
             * @description When the first face lets go, s; none when it never dries enough.
             */
            release_s?: number | null;
            /**
             * Format: double
             * @description Risk that it tears when it is first moved, 0 to 1; none where nothing sticks.
             */
            tear_risk?: number | null;
        };
        /** @description A question and the side taken. */
        Question: {
            /** @description Id of the question. */
            id: string;
            /** @description All sides. */
            options: components["schemas"]["Opinion"][];
            /** @description The question. */
            question: string;
            /** @description Id of the side taken. */
            taken: string;
        };
        /** @description One text of a row. */
        RawField: {
            /** @description Its column, or `event` for each event of a cook. */
            column: string;
            /** @description What stands there, as far as it is text. */
            text: string;
        };
        /** @description A row of the file, as a file. */
        RawRow: {
            /** @description Its texts, in the order of the columns. */
            fields: components["schemas"]["RawField"][];
            /**
             * Format: int32
             * @description Its number.
             */
            id: number;
        };
        /** @description A reading, as it is kept. */
        ReadingDto: components["schemas"]["ReadingUse"] & {
            /** @description When, RFC 3339 in UTC. */
            at: string;
            /**
             * Format: double
             * @description What it said of the core, °C.
             */
            core_c: number;
            /** @description Id. */
            id: string;
            /**
             * Format: double
             * @description What that is taken for, °C: without what its thermometer reads too high.
             */
            taken_c: number;
        };
        /** @description A table of readings. */
        ReadingFile: {
            /**
             * @description Its text, up to 2000 rows: `at` (RFC 3339) or `time` (since the fish went in, as 95 or 1:35), and `core_c` or
             *     `core_f`.
             */
            csv: string;
            /** @description Id of the thermometer of the cook's own kitchen that said it. */
            thermometer?: string | null;
        };
        /** @description A reading of the core. */
        ReadingInput: {
            /**
             * Format: double
             * @description So long ago on the wall's clock, s, 0 to 14 400; instead of `at`.
             */
            ago_s?: number | null;
            /** @description When it was taken, RFC 3339 with offset; now when it and `ago_s` are left out. */
            at?: string | null;
            /**
             * Format: double
             * @description What it said, °C.
             */
            core_c: number;
            /** @description Id of the sender's choosing (a UUID): the same one counts once. */
            id: string;
            /** @description Id of the thermometer of the cook's own kitchen that said it: what a check found of it is allowed for. */
            thermometer?: string | null;
        };
        /** @description A reading of a cook. */
        ReadingShown: {
            /**
             * Format: double
             * @description When, s after the fish met the heat.
             */
            at_s: number;
            /**
             * Format: double
             * @description Core, °C.
             */
            core_c: number;
            /** @description Whether it was used. */
            used: boolean;
        };
        /** @description Whether a reading was used. */
        ReadingUse: {
            /** @description Whether the forecast rests on it. */
            used: boolean;
            /** @description Why not. */
            why?: string | null;
        };
        /** @description What became of readings. */
        ReadingsTaken: {
            /** @description Readings that were new; the others were kept before. */
            new: number;
        };
        /** @description What a cook says of it, now or after service. */
        Remark: {
            /**
             * Format: double
             * @description So much less (over) or more (under) time would have done, s, 5 to 1800.
             */
            by_s?: number | null;
            /** @description What else was wrong. */
            faults?: components["schemas"]["Fault"][];
            /** @description Anything else, up to 500 characters. */
            note?: string;
            /**
             * Format: double
             * @description What it cost, in whatever money, for a kilogram, 0 to 10 000.
             */
            price_kg?: number | null;
            /**
             * Format: double
             * @description Thickness as it was when cut open, mm, 3 to 150.
             */
            real_thickness_mm?: number | null;
            /** @description Where the fish came from, up to 80 characters. */
            source?: string;
            /**
             * Format: int32
             * @description How often its oil or its stock had been cooked in before, 0 to 200.
             */
            uses?: number | null;
            verdict?: components["schemas"]["Verdict"] | null;
        };
        /**
         * @description A setting without the trouble. What is null stays as it was asked, but of another method it is as
         *     usual.
         */
        Remedy: {
            /**
             * Format: double
             * @description Temperature of the medium, °C.
             */
            medium_c?: number | null;
            /** @description Id of the method. */
            method: string;
            /** @description What to change, short enough for a button. */
            name: string;
            /**
             * Format: double
             * @description Its pull, s.
             */
            pull_s: number;
            school?: components["schemas"]["School"] | null;
            /** @description As a sentence. */
            sentence: string;
            /** @description Variation. */
            variant?: string | null;
        };
        /** @description One thing to do. */
        Rescue: {
            /** @description How. */
            detail: string;
            done_by?: components["schemas"]["Kind"] | null;
            /**
             * Format: double
             * @description For how long from now, s; none where it is a movement.
             */
            lasts_s?: number | null;
            /**
             * Format: double
             * @description The heat that it asks for, °C.
             */
            medium_c?: number | null;
            /** @description What to do, short. */
            title: string;
            /** @description Id of the trouble. */
            trouble: string;
            /** @description How it ends if that is done. */
            with: components["schemas"]["RescueEnd"];
            /** @description And if nothing is: as it is heading, or a minute more of the same once it is late. */
            without: components["schemas"]["RescueEnd"];
        };
        /** @description How it would end. */
        RescueEnd: {
            /**
             * Format: double
             * @description Core when eaten, °C.
             */
            core_served_c: number;
            /**
             * Format: double
             * @description Share of the flesh that is dry then, 0 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Share of its weight that it has lost by then, 0 to 1.
             */
            juice_lost_share: number;
            /**
             * Format: double
             * @description Off the heat, s after the fish met it.
             */
            pull_s: number;
        };
        /** @description What went wrong. */
        RescueRequest: {
            /** @description Id of the trouble in the catalogue. */
            trouble: string;
        };
        /** @description One kind of trouble and the one thing to do. */
        RescueRow: {
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Name for cooks. */
            name: string;
        };
        /**
         * @description When a caution applies.
         * @enum {string}
         */
        Rule: "mercury_at_risk" | "ciguatera_at_risk" | "freshwater_undercooked" | "cook_through" | "parasites" | "parasites_exempt_farmed" | "parasites_exempt_tuna" | "below_book" | "not_listeria" | "band_unusual" | "histamine" | "tempered" | "scorch" | "thin_oil_film" | "deep_oil" | "steam_burn" | "fire" | "bones" | "stuffed" | "minced" | "sugar_flares" | "smoke_point" | "overfull" | "spatter" | "parcel_steam" | "charcoal_indoors" | "at_risk" | "always";
        /** @description One cell of the ladder. */
        Rung: {
            /**
             * Format: double
             * @description When the heat is turned down, s; none where it is not.
             */
            down_s?: number | null;
            /**
             * Format: double
             * @description Turn, s.
             */
            flip_s?: number | null;
            /**
             * Format: double
             * @description When to start looking, s.
             */
            look_from_s: number;
            /**
             * Format: double
             * @description Out, s.
             */
            pull_s: number;
            /**
             * Format: double
             * @description Rest, s.
             */
            rest_s: number;
            /**
             * Format: double
             * @description Window, s.
             */
            window_s?: number | null;
        };
        /** @description Safety as the card shows it. */
        Safety: {
            /** @description What to tell the cook, most serious first. */
            cautions: string[];
            /** @description Those that matter for safety, in a word or two. */
            chips: components["schemas"]["Chip"][];
            /**
             * Format: double
             * @description Lethality in the worst place, minutes at 70 °C, z 7.5 K.
             */
            f70_min: number;
            /**
             * Format: double
             * @description Limit of this piece, °C: 63, or that of minced (68) or stuffed (74) fish.
             */
            limit_c: number;
            /**
             * Format: double
             * @description Time on end at that limit, s.
             */
            limit_hold_s: number;
            /** @description Whether that is a 6-log reduction of Listeria: 2.0 min, a standard apart from the first. */
            listeria_6_log: boolean;
            /** @description 60 °C for 1 min on end in the worst place (EU 853/2004). */
            parasites_killed: boolean;
            /** @description 63 °C for 15 s on end in the worst place (FDA Food Code 3-401.11). */
            reaches_63c_15s: boolean;
            /** @description Whether the worst place holds that limit. */
            reaches_limit: boolean;
        };
        /** @description Where the salt is when the fish meets the heat. */
        SaltAnswer: {
            /** @description What to mind. */
            cautions: string[];
            /** @description What a rinse or a rest would change. */
            changes: components["schemas"]["SaltChange"][];
            /**
             * Format: double
             * @description Water that the salt drew out of all pieces, g.
             */
            drawn_g: number;
            /**
             * Format: double
             * @description Water that all pieces lost to the fridge's air, g.
             */
            dried_g: number;
            /**
             * Format: double
             * @description On the plate: in the flesh and on it, g per 100 g.
             */
            eaten_percent: number;
            /** @description Heights through the piece, mm, lowest first; of a whole fish from the middle outwards. */
            height_mm: number[];
            /**
             * Format: double
             * @description Time from salting to the heat, s.
             */
            lead_s: number;
            /**
             * Format: double
             * @description Still lying on the surface, g for all pieces.
             */
            left_on_g: number;
            /**
             * Format: double
             * @description Mean in the flesh, g per 100 g.
             */
            mean_percent: number;
            /**
             * Format: double
             * @description How long the salt is on, min.
             */
            minutes: number;
            /** @description Its name. */
            name: string;
            /**
             * Format: double
             * @description How long it rests after that, min.
             */
            rest_min: number;
            /** @description Whether it is rinsed. */
            rinse: boolean;
            /**
             * Format: double
             * @description Salt to weigh out for all pieces, g.
             */
            salt_g: number;
            /** @description Salt there, g per 100 g of flesh. */
            salt_percent: number[];
            /** @description Id of the way of salting. */
            salting: string;
            /** @description In one sentence. */
            sentence: string;
            /**
             * Format: double
             * @description Mean in the outer 2 mm that took salt, g per 100 g.
             */
            surface_percent: number;
            /** @description How it will taste. */
            verdict: components["schemas"]["SaltVerdict"];
            /**
             * Format: double
             * @description Water to dissolve it in, g.
             */
            water_g: number;
            /** @description Why a cook does it. */
            why: string;
        };
        /** @description What a rinse or a rest changes. */
        SaltChange: {
            /**
             * Format: double
             * @description Salt on the plate, g per 100 g.
             */
            eaten_percent: number;
            /**
             * Format: double
             * @description In the outer 2 mm, g per 100 g.
             */
            surface_percent: number;
            /** @description What is done otherwise. */
            what: string;
        };
        /** @description What a cook wants of the salt. What is left out is as the school has it. */
        SaltChoice: {
            /**
             * Format: double
             * @description How long, min.
             */
            minutes?: number | null;
            /**
             * Format: double
             * @description Salt, g per 100 g of fish (of brine: g per 100 g of brine), 0.1 to 26.
             */
            percent?: number | null;
            /**
             * Format: double
             * @description Rest in the fridge afterwards, min, 0 to 1440.
             */
            rest_min?: number | null;
            /** @description Rinsed and dried afterwards. */
            rinse?: boolean | null;
            /**
             * Format: catalogue-id
             * @description Id of the way of salting; the usual one of the method when left out.
             */
            salting?: string | null;
        };
        /**
         * @description How the salt gets at the fish.
         * @enum {string}
         */
        SaltKind: "dry" | "brine" | "equilibrium";
        /** @description Salt for one piece. */
        SaltRequest: {
            /** @description The piece. */
            piece: components["schemas"]["Piece"];
            /** @description What is wanted. */
            salt?: components["schemas"]["SaltChoice"];
        };
        /**
         * @description How it will taste.
         * @enum {string}
         */
        SaltVerdict: "barely_seasoned" | "just_right" | "too_salty";
        /** @description A way of salting. */
        Salting: {
            /**
             * Format: double
             * @description Salt as a share of the brine's weight.
             */
            brine_share?: number;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description How the salt gets at the fish. */
            kind: components["schemas"]["SaltKind"];
            /** @description Name in a sentence. */
            name: string;
            /** @description Allowed times, min. */
            range_min: number[];
            /** @description Whether it is rinsed off afterwards. */
            rinse?: boolean;
            /**
             * Format: double
             * @description Salt strewn on, or aimed at, as a share of the fish's weight (with the brine's water).
             */
            salt_share?: number;
            /** @description Whether it lies uncovered in the fridge and dries. */
            uncovered?: boolean;
            /**
             * Format: double
             * @description Usual time, min.
             */
            usual_min: number;
            /**
             * Format: double
             * @description Water of the brine as a share of the fish's weight.
             */
            water_share?: number;
            /** @description Only for whole fish. */
            whole_only?: boolean;
            /** @description Why a cook does it. */
            why: string;
        };
        /**
         * @description Which side goes to the heat, and for how long.
         * @enum {string}
         */
        School: "skin_side" | "two_sided" | "many_turns" | "one_side";
        /** @description A second heat that the fish moves on to, such as an oven after the pan. */
        SecondHeat: {
            /**
             * Format: double
             * @description Usual temperature, °C.
             */
            default_c: number;
            /**
             * Format: double
             * @description When it usually moves there, s; it is turned on the way.
             */
            default_s: number;
            /** @description What gives it. */
            medium: string;
        };
        /** @description Temperatures and doneness over time, one entry a time. */
        Series: {
            /** @description At the face that went down first, °C. */
            bottom_c: number[];
            /** @description Core, °C. */
            core_c: number[];
            /** @description Crust (dried out by boiling) at the face that went down first, mm. */
            crust_bottom_mm: number[];
            /** @description Crust at the other face, mm. */
            crust_top_mm: number[];
            /** @description Share of the flesh that is dry, 0 to 1. */
            dry_share: number[];
            /** @description Pan, oven, liquid, grate or oil, °C; while resting the room. */
            medium_c: number[];
            /** @description Share of the thickness that is set (opaque), 0 to 1. */
            set_share: number[];
            /** @description Time since the fish met the heat, s. */
            time_s: number[];
            /** @description At the other face, °C. */
            top_c: number[];
        };
        /** @description How the heat is set and what it looks like. */
        SettingNote: {
            /** @description Where the cook's own dial stands for that: in °C, or its own mark; none where nothing was learnt of it. */
            dial?: string | null;
            /** @description What this kitchen is known to do with it, in a sentence. */
            kitchen?: string | null;
            /** @description Where the knob stands. */
            knob: string;
            /** @description What the fat, oven, liquid or fire looks like. */
            look: string;
            /** @description What has to be hot as the fish goes in. */
            medium: string;
            /**
             * Format: double
             * @description How hot, °C.
             */
            medium_c: number;
            /** @description Why this temperature. */
            reason: string;
            /** @description Where the gear stands, such as `the left burner`. */
            stands_on?: string | null;
            /**
             * Format: double
             * @description To what temperature, °C.
             */
            turn_down_c?: number | null;
            /** @description Where the knob stands then. */
            turn_down_knob?: string | null;
            /**
             * Format: double
             * @description When the heat is turned down, s.
             */
            turn_down_s?: number | null;
        };
        /** @description A preparation and the moment it counts back from. */
        SheetRequest: {
            /**
             * @description When the fish meets the heat, on the kitchen's own clock: `2026-11-25T19:30:00`.
             * @example 2026-11-25T19:30:00
             */
            heat_at: string;
            /** @description What to prepare. */
            prep: components["schemas"]["PrepRequest"];
        };
        /** @description A side or sauce. */
        Side: {
            /** @description What to mind. */
            cautions?: string[];
            /** @description How it is held until then. */
            held: string;
            /**
             * Format: double
             * @description How long until it is clearly worse, s.
             */
            holds_s: number;
            /** @description Id, `snake_case`. */
            id: string;
            joins?: components["schemas"]["Joins"] | null;
            /** @description Name for cooks. */
            name: string;
            /** @description What a serving is made of. */
            parts: components["schemas"]["SidePart"][];
            /** @description Steps in order. */
            steps: components["schemas"]["SideStep"][];
            /** @description What waiting does to it. */
            waiting: string;
        };
        /** @description An ingredient of a side. */
        SidePart: {
            /**
             * Format: double
             * @description For a serving, g.
             */
            grams: number;
            /** @description Id of the ingredient. */
            ingredient: string;
        };
        /** @description A step of a side. */
        SideStep: {
            /**
             * Format: double
             * @description Water that boils away, g a serving.
             */
            boils_off_g?: number;
            /** @description What to look, listen or feel for. */
            cue?: string;
            /** @description How. */
            detail: string;
            /**
             * Format: double
             * @description Hands when it is done, s.
             */
            end_s?: number;
            /**
             * Format: double
             * @description What goes into hot oil, g a serving.
             */
            fries_g?: number;
            /**
             * Format: double
             * @description Hands at its beginning, s.
             */
            hands_s: number;
            /**
             * Format: double
             * @description Water and what is in it that come to the boil first, g a serving.
             */
            heats_g?: number;
            /** @description Id within the side. */
            id: string;
            /**
             * Format: double
             * @description How long it may lie before what follows, s.
             */
            keeps_s: number;
            /**
             * Format: double
             * @description Temperature of the oil, °C.
             */
            oil_c?: number | null;
            /** @description Where. */
            on: components["schemas"]["Place"];
            /**
             * Format: double
             * @description Hands for each serving, s.
             */
            per_serving_s?: number;
            /** @description What to do, short. */
            title: string;
            /**
             * Format: double
             * @description What passes by itself after that, s.
             */
            wait_s?: number;
        };
        /** @description One thing to look at. */
        Sign: {
            /** @description Of what. */
            forms: components["schemas"]["Form"][];
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Where cooks disagree about it. */
            note?: string | null;
            /** @description How it can look, best first. */
            options: components["schemas"]["SignOption"][];
            /** @description What to do. */
            question: string;
        };
        /** @description One way that a sign can look. */
        SignOption: {
            /** @description What to say against the fish. */
            fault?: string | null;
            /** @description Id, `snake_case`. */
            id: string;
            /**
             * Format: double
             * @description How much it speaks for the fish.
             */
            points: number;
            /** @description It alone means leaving it. */
            stop?: boolean;
            /** @description What it looks, smells or feels like. */
            text: string;
        };
        /** @description Temperatures over time and the heat balance of the whole run. */
        SimulateAnswer: {
            /** @description At the lower face itself, °C; when symmetric the same as `top_c`. */
            bottom_c: number[];
            /** @description The centre when symmetric or radial, else the coldest point within the inner 70 %, °C. */
            core_c: number[];
            /** @description Heat balance, J per m² of one exposed face. */
            energy_j_m2: components["schemas"]["EnergyBalance"];
            /**
             * Format: double
             * @description Water lost, kg per m² of one exposed face.
             */
            evaporated_kg_m2: number;
            /** @description Mean over the volume, °C. */
            mean_c: number[];
            /** @description Sample times, s, starting at `every_s`; the end of the run is always among them. */
            time_s: number[];
            /** @description At the upper (outer) face itself, °C. */
            top_c: number[];
        };
        /** @description A stretch of time with unchanged faces. */
        SimulatePhase: {
            bottom?: components["schemas"]["Face"] | null;
            /**
             * Format: double
             * @description How long, s.
             */
            duration_s: number;
            top?: components["schemas"]["Face"] | null;
        };
        /** @description A piece and the faces acting on it. */
        SimulateRequest: {
            /**
             * Format: double
             * @description Height above sea level, m, −430 to 5500.
             */
            altitude_m?: number;
            composition?: components["schemas"]["Composition"] | null;
            constant?: components["schemas"]["ConstantProperties"] | null;
            /**
             * Format: double
             * @description Time between samples, s, 0.1 and up.
             */
            every_s: number;
            /** @description What happens, in order. */
            phases: components["schemas"]["SimulatePhase"][];
            /**
             * Format: double
             * @description 0 slab, 1 cylinder, 2 sphere, and between.
             */
            shape_exponent?: number;
            /**
             * Format: double
             * @description Temperature at the start, °C, −60 to 60 (with `constant` to 500).
             */
            start_c: number;
            /** @description Whether only `top` is given and acts all round. */
            symmetric?: boolean;
            /**
             * Format: double
             * @description Full thickness or diameter, mm, 1 to 300.
             */
            thickness_mm: number;
        };
        /** @description How the right pull moves with what nobody knows exactly. */
        Slopes: {
            /**
             * Format: double
             * @description Seconds between the earliest and the latest pull that are right.
             */
            band_s: number;
            /** @description Whether its heat was set on a dial in degrees, and not judged by its looks. */
            by_dial: boolean;
            /** @description Whether its thickness was judged by eye. */
            by_eye: boolean;
            /**
             * Format: double
             * @description As hot as that said, °C.
             */
            dial_c?: number;
            /**
             * Format: double
             * @description For a film coefficient twice as large, s, along the first of it.
             */
            film_s: number;
            /**
             * Format: double
             * @description For each K that the heat is hotter, s.
             */
            medium_s_k: number;
            /**
             * Format: double
             * @description For each K that it was warmer, s.
             */
            start_s_k: number;
            /**
             * Format: double
             * @description For each mm that the piece is thicker, s.
             */
            thickness_s_mm: number;
        };
        /** @description A small picture of the strip. */
        SmallStrip: {
            /** @description Crust at the face that went down first, mm. */
            crust_bottom_mm: number[];
            /** @description Crust at the other face, mm. */
            crust_top_mm: number[];
            /** @description Temperatures, °C, indexed `[time][height]`, lowest first. */
            temperature_c: number[][];
            /** @description Times, s. */
            time_s: number[];
            /** @description Turns, s. */
            turns_s: number[];
        };
        /**
         * @description What the cook's hands and the kitchen's air have to do with a method.
         * @enum {string}
         */
        Smell: "little" | "some" | "strong";
        /** @description One kind of fish. */
        Species: {
            /** @description Id of its build, for yields. */
            body: string;
            /** @description What to know about its bones. */
            bones: string;
            /** @description Large ones can carry ciguatera toxin. */
            ciguatera?: boolean;
            /** @description Raw flesh, g per 100 g, as in that row. */
            composition: components["schemas"]["Composition"];
            /** @description Cuts it usually comes in. */
            cuts: components["schemas"]["UsualCut"][];
            /** @description Doneness bands that make sense, in rising order. */
            doneness: string[];
            /** @description Lives in fresh water. */
            freshwater?: boolean;
            /** @description How it behaves in the heat. */
            group: components["schemas"]["Group"];
            /** @description Makes histamine when kept warm. */
            histamine?: boolean;
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Too much mercury for guests at risk. */
            mercury?: boolean;
            /** @description Name for cooks. */
            name: string;
            /** @description Where it comes from. */
            origin: components["schemas"]["Origin"];
            /**
             * Format: double
             * @description How much higher than usual its flesh sets, K.
             */
            set_shift_k?: number;
            /** @description Name of that row. */
            usda_name: string;
            /** @description Where a nearest row stands in, or the row has a known oddity. */
            usda_note?: string | null;
            /**
             * Format: int32
             * @description Number of the row in the USDA database, release SR24.
             */
            usda_row: number;
            /** @description The band that a cook would take. */
            usual_doneness: string;
        };
        /**
         * @description How far a job is.
         * @enum {string}
         */
        Stage: "looking" | "ready" | "keeping" | "kept" | "failed";
        /**
         * @description A state of preparation in which fish is bought or served.
         * @enum {string}
         */
        State: "whole" | "gutted" | "headed" | "filleted" | "skinned" | "steaks";
        /** @description A station. */
        Station: {
            /** @description What it is busy with, in order. */
            busy: components["schemas"]["Stretch"][];
            /**
             * Format: int32
             * @description How many things at once.
             */
            capacity: number;
            /** @description Id: of gear, `hands` or `burners`. */
            id: string;
            /** @description What it is called. */
            name: string;
        };
        /**
         * @description Where a cook stands.
         * @enum {string}
         */
        Status: "waiting" | "cooking" | "resting" | "served";
        /** @description One step on the card. */
        Step: {
            /** @description Machine name, such as `sear_skin`. */
            action: string;
            /** @description What to look, listen or feel for. */
            cue: string;
            /** @description How to do it. */
            detail: string;
            /**
             * Format: double
             * @description How long it lasts, s.
             */
            duration_s: number;
            /**
             * Format: double
             * @description When it begins, s after the fish meets the heat.
             */
            start_s: number;
            /** @description What to do, short. */
            title: string;
        };
        /**
         * @description What a step is.
         * @enum {string}
         */
        StepKind: "prepare" | "preheat" | "heat" | "stand" | "plate";
        /** @description Where a dish stood before something changed: it stays there unless it has to move. */
        Stood: {
            /** @description Id of what it was to rest on; its own when left out. */
            rest_on?: string | null;
            /**
             * Format: double
             * @description From the heat until it was to be eaten, s: the rest that its plan was made for there; its own when left out.
             */
            rest_s?: number | null;
            /** @description When each of its parts began. */
            starts: components["schemas"]["Fixed"][];
            /** @description Id of the gear that it cooked in. */
            vessel?: string | null;
        };
        /** @description A stretch of a station's time. */
        Stretch: {
            /** @description Id of the dish; none where it is not to be had for other reasons. */
            dish?: string | null;
            /**
             * Format: double
             * @description From then, s.
             */
            from_s: number;
            /** @description Key of the part of the dish, to be given back as fixed. */
            key?: string | null;
            /**
             * Format: double
             * @description What it is set to, °C, where dishes have to agree on that.
             */
            setting_c?: number | null;
            /** @description What is done. */
            title: string;
            /** @description Which of its units, from 0. */
            unit: number;
            /**
             * Format: double
             * @description Until then, s.
             */
            until_s: number;
        };
        /** @description The inside over time. */
        StripPicture: {
            /** @description Heights above the face that went down first, mm. */
            height_mm: number[];
            /** @description Temperatures, °C, indexed `[time][height]`. */
            temperature_c: number[][];
            /** @description Times, s. */
            time_s: number[];
        };
        /** @description One kind to take instead. */
        Substitute: {
            /**
             * Format: double
             * @description How alike it behaves, 0 to 100.
             */
            alike: number;
            /** @description What changes, as sentences. */
            changes: string[];
            /**
             * Format: double
             * @description Turned, s.
             */
            flip_s?: number | null;
            /**
             * Format: double
             * @description How much later (earlier: negative) than the fish that it replaces, s.
             */
            later_s: number;
            /** @description Its name. */
            name: string;
            /** @description Its plan. */
            plan: components["schemas"]["PlanRequest"];
            /**
             * Format: double
             * @description Off the heat, s.
             */
            pull_s: number;
            /** @description Id of the kind. */
            species: string;
            /**
             * Format: double
             * @description Its usual thickness in this cut, mm.
             */
            thickness_mm: number;
        };
        /** @description What a piece lies on while it rests. */
        Support: {
            /** @description Id, `snake_case`. */
            id: string;
            /** @description The pan that it cooked in, with its own heat and no power. */
            in_pan?: boolean;
            /** @description Name in a sentence, after "on". */
            name: string;
            /**
             * Format: double
             * @description Usual temperature of the oven that it is, °C.
             */
            oven_c?: number | null;
            /** @description Where it is eaten from, after "eaten". */
            phrase: string;
            /** @description The crust or parcel that it cooked in. */
            wrapped?: boolean;
        };
        /** @description The thin end simulated as its own thickness, on the clock of the thick one. */
        Tail: {
            /** @description What to do about it. */
            advice: string;
            /**
             * Format: double
             * @description Its core as eaten when it comes out with the rest, °C.
             */
            core_c: number;
            /**
             * Format: double
             * @description When it would have to come out for the same doneness, s.
             */
            done_s: number;
            /**
             * Format: double
             * @description Share of it that is dry then, 0 to 1.
             */
            dry_share: number;
            /**
             * Format: double
             * @description Its thickness, mm.
             */
            thickness_mm: number;
        };
        /** @description How frozen fish is to be thawed. */
        Thaw: {
            /**
             * Format: double
             * @description Temperature in the freezer, °C, −40 to −2; −18 when left out.
             */
            from_c?: number | null;
            /**
             * Format: double
             * @description Thickness of what is frozen together, mm; that of the piece when left out.
             */
            pack_mm?: number | null;
            /** @description Where. */
            place?: components["schemas"]["ThawPlace"];
            /**
             * Format: double
             * @description Temperature of fridge (1 to 5 °C) or water (2 to 20 °C); 4 and 12 °C when left out.
             */
            place_c?: number | null;
        };
        /** @description When it is thawed. */
        ThawAnswer: {
            /** @description What to mind. */
            cautions: string[];
            /**
             * Format: double
             * @description Half of the ice has gone: stiff, but enough for the ways that allow a frozen start, s.
             */
            half_s: number;
            /**
             * Format: double
             * @description When to take it out at the latest before it is wanted, s: a tenth more than `through_s`,
             *     because nobody knows a pack to the millimetre.
             */
            lead_s: number;
            /**
             * Format: double
             * @description Temperature where it thaws, °C.
             */
            place_c: number;
            /** @description In one sentence. */
            sentence: string;
            /** @description Middle and surface over time. */
            series: components["schemas"]["ColdSeries"];
            /**
             * Format: double
             * @description When its surface passes 5 °C, s; none while it thaws.
             */
            surface_warm_s?: number | null;
            /**
             * Format: double
             * @description No ice is left anywhere: safe to cook in any way, s.
             */
            through_s: number;
        };
        /**
         * @description Where it thaws.
         * @enum {string}
         */
        ThawPlace: "fridge" | "cold_water";
        /** @description Thawing of one piece. */
        ThawRequest: {
            /** @description The piece; its `start_c` is that of the cooking and does not matter here. */
            piece: components["schemas"]["Piece"];
            /** @description How. */
            thaw: components["schemas"]["Thaw"];
        };
        /** @description The tightest moment of the service. */
        Tightest: {
            /**
             * Format: double
             * @description When, s.
             */
            at_s: number;
            /** @description What is done first. */
            first: string;
            /** @description Id of the dish that it is done to. */
            first_dish?: string | null;
            /**
             * Format: double
             * @description So long between the two, s.
             */
            slack_s: number;
            /** @description And then. */
            then: string;
            /** @description Id of the dish that this is done to. */
            then_dish?: string | null;
        };
        /** @description What is wrong with a plan. */
        Trouble: {
            /** @description Which: `scorched`, `torn`, `raw`, `dry`, `pale` or `over`. */
            id: string;
            /** @description As a sentence. */
            sentence: string;
        };
        /** @description A card that is in the file and does not read back; nothing of it is deleted. */
        UnreadableCard: {
            /** @description Its number. */
            id: components["schemas"]["CardId"];
            /** @description What the cook calls it, if that can be read. */
            name?: string | null;
            /** @description What the reader says. */
            why: string;
        };
        /** @description A cook that cannot be read or worked out. It can be exported and discarded. */
        UnreadableCook: {
            /** @description Its number. */
            id: components["schemas"]["CookId"];
            /** @description What it is called. */
            name: string;
            /** @description What is wrong with it. */
            why: string;
        };
        /** @description New words for a card. */
        UpdateCard: {
            /** @description What the cook calls it, 1 to 80 characters. */
            name?: string | null;
            /** @description Anything to remember, at most 2000 characters. */
            note?: string | null;
        };
        /** @description Another name or day, or the service begins or is over. */
        UpdateLineUp: {
            /** @description When the first dish is served; all others move with it. RFC 3339. */
            first_serve_at?: string | null;
            /** @description What it is called, 1 to 80 characters. */
            name?: string | null;
            /** @description Whether the service is under way. */
            running?: boolean | null;
        };
        /** @description A cut that a kind usually comes in. */
        UsualCut: {
            /** @description Id of the cut. */
            cut: string;
            /**
             * Format: double
             * @description Usual thickness, mm.
             */
            thickness_mm: number;
        };
        /** @description A variation of a method that changes its surroundings. */
        Variant: {
            /** @description Id, `snake_case`. */
            id: string;
            /** @description Name in a sentence. */
            name: string;
        };
        /**
         * @description How it came out.
         * @enum {string}
         */
        Verdict: "under" | "right" | "over";
        /** @description Liquid in its vessel. */
        VesselFill: {
            /**
             * Format: double
             * @description With the fish in it, mm.
             */
            after_mm: number;
            /**
             * Format: double
             * @description Level before the fish, mm.
             */
            before_mm: number;
            /**
             * Format: double
             * @description Height of the vessel, mm.
             */
            height_mm: number;
            /**
             * Format: double
             * @description Highest safe level, mm.
             */
            limit_mm: number;
            /** @description What is in it: oil or liquid. */
            liquid: string;
            /**
             * Format: double
             * @description Litres before the fish.
             */
            litres: number;
            /** @description Name of the vessel. */
            vessel: string;
        };
        /** @description A clock that waits for the heat to be back. */
        Waits: {
            /**
             * Format: double
             * @description Back at this, °C.
             */
            back_at_c: number;
            /**
             * Format: double
             * @description From that moment it stays in for so long, s.
             */
            then_s: number;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    create_backwards: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BackwardsRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BackwardsAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_better: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlanRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BetterAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list_cards: {
        parameters: {
            query?: {
                /** @description Words that the name or the note holds. */
                q?: string;
                /** @description Where the page before ended: its `next`. */
                cursor?: components["schemas"]["CardId"];
                /** @description Most cards on a page. A page may hold fewer. */
                limit?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CardPage"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_card: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CreateCard"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Card"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    export_cards: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CardFile"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_import: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CardFile"];
            };
        };
        responses: {
            202: {
                headers: {
                    /** @description Where to ask after it */
                    Location?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ImportReport"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_import: {
        parameters: {
            query?: {
                /** @description The first line to tell, counted from 0. */
                from?: number;
            };
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ImportReport"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_import: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    keep_import: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ImportReport"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_card: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Card"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_card: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    update_card: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision that the change was made on; `*` for whichever */
                "If-Match": string;
            };
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["UpdateCard"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Card"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description `If-Match` is missing. */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore_card: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Card"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_catalogue: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CatalogueDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_comparison: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CompareRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CompareAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list_cooks: {
        parameters: {
            query?: {
                /** @description Where the page before ended: its `next`. */
                cursor?: components["schemas"]["CookId"];
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CookList"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_cook: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CreateCook"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CookDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_cook: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CookDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_cook: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list_events: {
        parameters: {
            query?: {
                /** @description Places that come before in the list, 0 and more; 0 when left out. */
                from?: number;
            };
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EventPage"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    add_events: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["EventInput"][];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CookDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_probe: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CreateProbe"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CookDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    add_readings: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReadingInput"][];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReadingsTaken"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    add_reading_file: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReadingFile"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReadingsTaken"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_rescue: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["RescueRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Rescue"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore_cook: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CookDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_buying_amount: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BuyRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuyAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_check: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BuyingRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuyingAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_substitutes: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["InsteadRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InsteadAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_freeze: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["FreezeRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FreezeAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_health: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Health"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_kitchen: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KitchenDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    update_kitchen: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision that the change was made on; `*` for whichever */
                "If-Match": string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Kitchen"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KitchenDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description `If-Match` is missing. */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_calibrations: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Calibrations"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    change_calibrations: {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change was made on */
                "If-Match"?: string | null;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangeCalibrations"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KitchenDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    preview_calibrations: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangeCalibrations"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AffectedPlan"][];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list_gear_checks: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CheckDto"][];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_gear_check: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CreateCheck"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CheckDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_gear_check: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore_gear_check: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_gear: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OwnGear"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    update_gear: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision that the change was made on; `*` for whichever */
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OwnGear"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KitchenDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description `If-Match` is missing. */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_gear: {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change was made on */
                "If-Match"?: string | null;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KitchenDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_ladder: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LadderRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LadderAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    solve_line_up: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LineUpAsked"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineUpDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list_line_ups: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineUpList"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_line_up: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CreateLineUp"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineUpDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_line_up: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineUpDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_line_up: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    update_line_up: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision that the change was made on; `*` for whichever */
                "If-Match": string;
            };
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["UpdateLineUp"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineUpDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description `If-Match` is missing. */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_line_up_calendar: {
        parameters: {
            query?: {
                /** @description Minutes that the kitchen's clock is ahead of UTC, −840 to 840; 0 when left out. */
                ahead_min?: number;
            };
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/calendar": string;
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    change_line_up: {
        parameters: {
            query?: never;
            header?: {
                /** @description The revision that the change was made on */
                "If-Match"?: string | null;
            };
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ChangeLineUp"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineUpDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    export_line_up: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CreateLineUp"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore_line_up: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_line_up_table: {
        parameters: {
            query?: {
                /** @description Minutes that the kitchen's clock is ahead of UTC, −840 to 840; 0 when left out. */
                ahead_min?: number;
            };
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_live: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": string;
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    list_log: {
        parameters: {
            query?: {
                /** @description Words, each the beginning of one in the entry. */
                q?: string;
                /** @description Id of the kind of fish. */
                species?: string;
                /** @description Id of the cut. */
                cut?: string;
                /** @description Id of the method. */
                method?: string;
                /** @description Id of the gear. */
                gear?: string;
                /** @description How it came out. */
                verdict?: components["schemas"]["Verdict"];
                /** @description Where the page before ended: its `next`. */
                cursor?: components["schemas"]["EntryId"];
                /** @description Most entries on a page. */
                limit?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogPage"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_entry: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CreateEntry"];
            };
        };
        responses: {
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntryDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    export_log_csv: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    export_log_json: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": unknown;
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_log_import: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LogFile"];
            };
        };
        responses: {
            202: {
                headers: {
                    /** @description Where to ask after it */
                    Location?: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ImportReport"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_log_import: {
        parameters: {
            query?: {
                /** @description The first line to tell, counted from 0. */
                from?: number;
            };
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ImportReport"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_log_import: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    keep_log_import: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ImportReport"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            409: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_next_time: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlanRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["NextTimeDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_statistics: {
        parameters: {
            query: {
                /** @description What entries are counted by. */
                by: "species" | "cut" | "method" | "gear" | "week";
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CountedDto"][];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_entry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntryDto"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_entry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    get_photo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "image/jpeg": unknown;
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    update_photo: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision of the entry that the change was made on; `*` for whichever */
                "If-Match": string;
            };
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PutPhoto"];
            };
        };
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description `If-Match` is missing. */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    delete_photo: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    update_remark: {
        parameters: {
            query?: never;
            header: {
                /** @description The revision that the change was made on; `*` for whichever */
                "If-Match": string;
            };
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Remark"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["EntryDto"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Somebody else changed it meanwhile; `current` is what is there now. */
            412: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description `If-Match` is missing. */
            428: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    restore_entry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_plan: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlanRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PlanAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_prep: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PrepRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PrepAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_calendar: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SheetRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/calendar": string;
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_how_to: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SheetRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/ld+json": unknown;
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    export_row: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                /** @description What it is */
                kind: "card" | "cook" | "entry" | "line_up";
                /** @description Its number */
                id: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RawRow"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            404: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_salt: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SaltRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SaltAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_section: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PlanRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CutFace"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_simulation: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SimulateRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SimulateAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
    create_thaw: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ThawRequest"];
            };
        };
        responses: {
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ThawAnswer"];
                };
            };
            /** @description The body is no JSON, or not whole. */
            400: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Not from Cindo's own page, or not by a name of this machine. */
            403: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body did not come in time. */
            408: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is too large. */
            413: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description The body is not plain `application/json`. */
            415: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description A field is wrong; each is named with what is allowed. */
            422: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Something went wrong inside; it is in the log. */
            500: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
            /** @description Busy; ask again after the seconds in `Retry-After`. */
            503: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["Problem"];
                };
            };
        };
    };
}
