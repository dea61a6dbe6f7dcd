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
