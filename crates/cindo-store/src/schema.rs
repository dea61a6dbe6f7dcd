//! Tables, as the migrations leave them.

diesel::table! {
    card (id) {
        id -> Integer,
        name -> Text,
        note -> Text,
        request -> Text,
        headline -> Text,
        core_version -> Text,
        created_at -> Text,
        updated_at -> Text,
        deleted_at -> Nullable<Text>,
        version -> Integer,
        choices -> Nullable<Text>,
        revision -> BigInt,
    }
}

diesel::table! {
    cook (id) {
        id -> Integer,
        name -> Text,
        request -> Text,
        promise -> Text,
        version -> Integer,
        speed -> Double,
        created_ms -> BigInt,
        status -> Text,
        probe -> Nullable<Text>,
        deleted_ms -> Nullable<BigInt>,
    }
}

diesel::table! {
    cook_event (seq) {
        seq -> Integer,
        cook_id -> Integer,
        event_id -> Text,
        at_ms -> BigInt,
        told_ms -> BigInt,
        body -> Text,
        version -> Integer,
    }
}

diesel::table! {
    cook_reading (seq) {
        seq -> Integer,
        cook_id -> Integer,
        reading_id -> Text,
        at_ms -> BigInt,
        told_ms -> BigInt,
        core_c -> Double,
        thermometer -> Nullable<Text>,
    }
}

diesel::table! {
    log_entry (id) {
        id -> Integer,
        cook_id -> Nullable<Integer>,
        uid -> Text,
        at_ms -> BigInt,
        name -> Text,
        species -> Text,
        cut -> Text,
        method -> Text,
        gear -> Text,
        thickness_mm -> Double,
        planned_s -> Nullable<Double>,
        out_s -> Nullable<Double>,
        off_s -> Nullable<Double>,
        verdict -> Nullable<Text>,
        deleted_ms -> Nullable<BigInt>,
        revision -> BigInt,
    }
}

diesel::table! {
    log_body (entry_id) {
        entry_id -> Integer,
        body -> Text,
        version -> Integer,
    }
}

diesel::table! {
    log_photo (entry_id) {
        entry_id -> Integer,
        jpeg -> Binary,
    }
}

diesel::table! {
    kitchen (id) {
        id -> Integer,
        body -> Text,
        version -> Integer,
        revision -> BigInt,
    }
}

diesel::table! {
    kitchen_check (id) {
        id -> Integer,
        gear -> Text,
        at_ms -> BigInt,
        body -> Text,
        version -> Integer,
        deleted_ms -> Nullable<BigInt>,
    }
}

diesel::table! {
    line_up (id) {
        id -> Integer,
        name -> Text,
        zero_ms -> BigInt,
        running -> Bool,
        body -> Text,
        version -> Integer,
        revision -> BigInt,
        updated_ms -> BigInt,
        deleted_ms -> Nullable<BigInt>,
    }
}

diesel::joinable!(log_body -> log_entry (entry_id));
diesel::allow_tables_to_appear_in_same_query!(log_entry, log_body, cook, cook_event);
