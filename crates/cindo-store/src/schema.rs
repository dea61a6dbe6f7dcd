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
    }
}
