//! Compare and the ladder in the real browser.

use cindo_e2e::{Browser, Screen, Server};
use fantoccini::Locator;
use serde_json::json;

type Outcome = Result<(), Box<dyn std::error::Error>>;

const PLAICE: &str =
    "/compare?fish=plaice&cut=fillet&mm=12&skin=off&start=5&method=sear&done=just_done";

async fn open(screen: Screen, path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(screen).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    browser.until("document.querySelectorAll('main tbody tr').length > 8").await?;
    Ok((server, browser))
}

const NAMES: &str = "[...document.querySelectorAll('main tbody th a')].map(a => a.innerText)";

#[tokio::test]
async fn best_fit_comes_first_and_any_column_sorts() -> Outcome {
    let (_server, browser) = open(Screen::Desk, PLAICE).await?;
    let names = browser.until(NAMES).await?;
    let first = names[0].as_str().unwrap_or_default().to_owned();
    assert!(["Gentle pan", "Sauté", "Sear", "Steam"].contains(&first.as_str()), "{names}");
    let count = names.as_array().map_or(0, Vec::len);
    assert_eq!(count, 21, "every way is there: {names}");
    browser.check_accessible().await?;

    let heading = Locator::XPath("//th/button[contains(., 'In the heat')]");
    browser.client.find(heading).await?.click().await?;
    browser.until(&format!("{NAMES}[0] !== {}", json!(first))).await?;
    // Minutes rise down the list.
    let minutes = "[...document.querySelectorAll('main tbody tr')].map(r => r.children[3]?.innerText).filter(t => /^[0-9]+:[0-9]{2}$/.test(t)).map(t => t.split(':')).map(([m, s]) => 60 * m + +s)";
    browser.until(&format!("(() => {{ const m = {minutes}; return m.length > 15 && m.every((v, i) => i === 0 || v >= m[i - 1]); }})()")).await?;
    browser.client.find(heading).await?.click().await?;
    browser.until(&format!("(() => {{ const m = {minutes}; return m.length > 15 && m.every((v, i) => i === 0 || v <= m[i - 1]); }})()")).await?;
    Ok(())
}

#[tokio::test]
async fn held_ways_stand_side_by_side_and_one_opens_its_plan() -> Outcome {
    let (_server, browser) = open(Screen::Desk, PLAICE).await?;
    for name in ["Hold Steam", "Hold Sauté"] {
        let button = browser.find(Locator::Css(&format!("button[aria-label='{name}']"))).await?;
        button.click().await?;
    }
    let held = "[...document.querySelectorAll('section[aria-label=\"Side by side\"] h2 a')].map(a => a.innerText).sort().join()";
    browser.until(&format!("{held} === 'Sauté,Steam'")).await?;
    browser.check_accessible().await?;
    let link = browser
        .client
        .find(Locator::XPath("//section[@aria-label='Side by side']//a[.='Steam']"))
        .await?;
    link.click().await?;
    browser.settled().await?;
    browser.until("location.pathname === '/' && location.search.includes('method=steam') && location.search.includes('fish=plaice')").await?;
    Ok(())
}

#[tokio::test]
async fn gear_that_is_not_at_hand_is_said_and_ranks_last() -> Outcome {
    let (_server, browser) = open(Screen::Desk, PLAICE).await?;
    browser.press("Gear at hand").await?;
    browser.press("28 cm steamer").await?;
    browser.until("[...document.querySelectorAll('main tbody tr')].some(r => r.innerText.includes('Not at hand: a steamer'))").await?;
    let names = browser.until(NAMES).await?;
    let steam = names.as_array().and_then(|n| n.iter().position(|v| v == "Steam"));
    assert!(steam.is_some_and(|i| i > 10), "{names}");
    Ok(())
}

#[tokio::test]
async fn narrow_comparison_and_ladder_do_not_scroll_sideways() -> Outcome {
    for screen in [Screen::Phone, Screen::Tablet] {
        let (server, browser) = open(screen, PLAICE).await?;
        browser.check_no_sideways_scroll().await?;
        browser.check_accessible().await?;
        browser.client.goto(&format!("{}/ladder", server.address)).await?;
        browser.until("document.querySelectorAll('main tbody tr').length === 10").await?;
        browser.check_no_sideways_scroll().await?;
        browser.check_accessible().await?;
    }
    Ok(())
}

/// A screen that cannot be fetched says so, and the others are still a press away.
#[tokio::test]
async fn a_screen_that_cannot_be_fetched_says_so() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    drop(server);
    let to = |name: &str| {
        format!(
            "[...document.querySelectorAll('nav a')].find((a) => a.innerText === '{name}').click()"
        )
    };
    browser.client.execute(&to("Compare"), vec![]).await?;
    browser
        .until(
            "document.querySelector('main [role=alert]')?.innerText.includes('could not be shown')",
        )
        .await?;
    browser.check_accessible().await?;
    browser.client.execute(&to("Plan"), vec![]).await?;
    browser.until("document.querySelector('main h1')?.innerText.includes('hake')").await?;
    Ok(())
}
