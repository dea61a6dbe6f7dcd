//! Data files, whole or damaged: opened or refused, listed or refused, and never half believed.
#![no_main]

use cindo_store::Store;
use libfuzzer_sys::fuzz_target;

fuzz_target!(|data: &[u8]| {
    let folder = tempfile::tempdir().expect("a folder");
    let file = folder.path().join("box.db");
    std::fs::write(&file, data).expect("a file");
    let Ok(store) = Store::open(&file) else { return };
    let Ok(found) = store.list_cards() else { return };
    let Ok(page) = store.find_cards(None, None, 200) else { return };
    if found.cards.len() + found.unreadable.len() <= 200 {
        assert_eq!((found.cards, found.unreadable), (page.cards, page.unreadable));
    }
});
