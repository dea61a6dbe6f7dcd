//! The card box in the real browser: found again, and brought in from a file.

use cindo_e2e::{Browser, Screen, Server};
use fantoccini::Locator;
use serde_json::{Value, json};

type Outcome = Result<(), Box<dyn std::error::Error>>;

/// A file of cards that all have to be solved, and one that cannot be.
fn cards(count: u16) -> Value {
    let mut cards: Vec<Value> = (0u16..count)
        .map(|i| {
            let thickness_mm = 18.0 + 0.01 * f64::from(i);
            json!({ "name": format!("Bench {i:03}"), "note": "cold store", "request": {
                "piece": { "species": "hake", "cut": "loin", "thickness_mm": thickness_mm, "start_c": 5 },
                "method": "sear", "doneness": "medium",
            } })
        })
        .collect();
    cards[1]["request"]["piece"]["species"] = json!("unicorn");
    json!({ "format": "cindo-cards", "version": 2, "cards": cards })
}

async fn choose(browser: &Browser, file: &std::path::Path) -> Outcome {
    let chooser = browser.client.find(Locator::Css("input[type=file]")).await?;
    chooser.send_keys(&file.display().to_string()).await?;
    Ok(())
}

#[tokio::test]
async fn a_file_of_cards_is_looked_through_and_kept_or_not() -> Outcome {
    let folder = tempfile::tempdir()?;
    let file = folder.path().join("bench.json");
    std::fs::write(&file, cards(130).to_string())?;
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/cards", server.address)).await?;
    browser.until("document.querySelectorAll('main li').length > 5").await?;
    let before = browser.until("document.querySelectorAll('main ul > li').length").await?;

    choose(&browser, &file).await?;
    browser.until("document.querySelector('dialog progress')?.value > 0").await?;
    // Closed in the middle of it: nothing comes in.
    browser.client.find(Locator::Css("dialog[open] form button")).await?.click().await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    browser.client.refresh().await?;
    browser.until("document.querySelectorAll('main li').length > 5").await?;
    let after = browser.until("document.querySelectorAll('main ul > li').length").await?;
    assert_eq!(after, before);

    choose(&browser, &file).await?;
    browser.until("document.querySelector('dialog [role=status]')?.innerText === '129 new, 1 cannot be used.'").await?;
    browser.until("document.querySelector('dialog')?.innerText.includes('piece.species')").await?;
    browser.check_accessible().await?;
    browser.press("Keep 129 cards").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    browser.until("document.querySelectorAll('main ul > li').length === 60").await?;
    // Out from under what says that they were kept.
    browser
        .until("([...document.querySelectorAll('main button')].at(-1).scrollIntoView({ block: 'center' }), true)")
        .await?;
    browser.press("Show more").await?;
    browser.until("document.querySelectorAll('main ul > li').length === 120").await?;
    let search = browser.client.find(Locator::Css("input[type=search]")).await?;
    search.send_keys("bench 11").await?;
    browser.until("document.querySelectorAll('main ul > li').length === 10").await?;
    search.send_keys("x").await?;
    browser.until("document.querySelector('main')?.innerText.includes('No card has')").await?;
    browser.check_no_sideways_scroll().await?;
    Ok(())
}

#[tokio::test]
async fn a_file_that_is_no_box_says_why() -> Outcome {
    let folder = tempfile::tempdir()?;
    let file = folder.path().join("shopping.json");
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    for (content, said) in [
        ("milk, bread", "not readable as JSON"),
        (r#"{"format":"shopping","version":2,"cards":[]}"#, "this is not a card box"),
        (r#"{"format":"cindo-cards","version":9,"cards":[]}"#, "newer version"),
    ] {
        std::fs::write(&file, content)?;
        browser.client.goto(&format!("{}/cards", server.address)).await?;
        browser.until("document.querySelectorAll('main li').length > 5").await?;
        choose(&browser, &file).await?;
        let script =
            format!("document.querySelector('dialog [role=alert]')?.innerText.includes('{said}')");
        browser.until(&script).await?;
    }
    Ok(())
}
