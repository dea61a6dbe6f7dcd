//! Pictures of the main views from the demo data: `make shots`.
//!
//! `shots` writes them all to `docs/screenshots`; `shots FOLDER NAME…` some of them elsewhere.

use std::path::PathBuf;

use cindo_e2e::{Browser, Screen, Server};

type Outcome = Result<(), Box<dyn std::error::Error>>;

const HAKE: &str = "/";
const CHAR: &str = "/?fish=arctic_char&cut=fillet&mm=21&skin=on&start=5&method=roast&done=medium&count=6&weight=150";

/// Name, screen, theme, address.
const VIEWS: &[(&str, Screen, &str, &str)] = &[
    ("plan-wide-light", Screen::Desk, "light", HAKE),
    ("plan-wide-dark", Screen::Desk, "dark", CHAR),
    ("plan-tablet-light", Screen::Tablet, "light", HAKE),
    ("plan-phone-light", Screen::Phone, "light", HAKE),
    ("plan-phone-dark", Screen::Phone, "dark", CHAR),
    ("cards-wide-light", Screen::Desk, "light", "/cards"),
];

#[tokio::main]
async fn main() -> Outcome {
    let mut words = std::env::args().skip(1);
    let folder = words.next().map_or_else(|| PathBuf::from("docs/screenshots"), PathBuf::from);
    let wanted: Vec<String> = words.collect();
    std::fs::create_dir_all(&folder)?;
    let server = Server::demo()?;
    for (name, screen, theme, address) in VIEWS {
        if !wanted.is_empty() && !wanted.iter().any(|w| w == name) {
            continue;
        }
        let browser = Browser::open(*screen).await?;
        browser.client.goto(&server.address).await?;
        let store = format!(
            "localStorage.setItem('cindo.preferences', JSON.stringify({{theme: '{theme}'}}))"
        );
        browser.client.execute(&store, vec![]).await?;
        browser.client.goto(&format!("{}{address}", server.address)).await?;
        if address.starts_with("/cards") {
            browser.until("document.querySelectorAll('main li').length > 7").await?;
        } else {
            browser.settled().await?;
        }
        browser.shoot(&folder.join(format!("{name}.png"))).await?;
    }
    Ok(())
}
