//! What-if drags, questions from the other end, guests at risk.

use std::time::Duration;

use cindo_e2e::{Browser, Screen, Server, seconds, type_keys};
use fantoccini::Locator;

type Outcome = Result<(), Box<dyn std::error::Error>>;

async fn open(path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    browser.settled().await?;
    Ok((server, browser))
}

const OUT: &str = "[role=slider][aria-label='Out at']";
const TURN: &str = "[role=slider][aria-label='Turn at']";

#[tokio::test]
async fn dragging_out_shows_the_consequence_and_the_way_back() -> Outcome {
    let (_server, browser) = open("/").await?;
    let before = browser.out().await?;
    let (x, y) = browser.middle_of(OUT).await?;
    browser.drag((x, y), (x + 60.0, y), 6, Duration::from_millis(40)).await?;
    browser.until("location.search.includes('out=')").await?;
    browser.settled().await?;
    assert_ne!(browser.out().await?, before);
    let told = browser
        .until("[...document.querySelectorAll('[aria-live=polite]')].map(e => e.innerText).find(t => t.includes('Recommended'))")
        .await?;
    let told = told.as_str().unwrap_or_default();
    assert!(told.contains("Past medium") && told.contains(&format!("out {before}")), "{told}");
    browser.check_accessible().await?;

    browser.press("Back to the recommended times").await?;
    browser.until("!location.search.includes('out=')").await?;
    browser.settled().await?;
    assert_eq!(browser.out().await?, before);
    Ok(())
}

#[tokio::test]
async fn turn_mark_moves_by_mouse_and_by_keys_and_moves_the_pull() -> Outcome {
    let (_server, browser) = open("/").await?;
    let before = browser.out().await?;
    let (x, y) = browser.middle_of(TURN).await?;
    browser.drag((x, y), (x - 90.0, y), 6, Duration::from_millis(40)).await?;
    browser.until("location.search.includes('turn=')").await?;
    browser.settled().await?;
    assert_ne!(browser.out().await?, before, "an earlier turn changes when it is out");
    let turn = "Number(new URLSearchParams(location.search).get('turn'))";
    let dragged = browser.until(turn).await?.as_f64().unwrap_or_default();
    let handle = browser.client.find(Locator::Css(TURN)).await?;
    handle.send_keys("\u{e012}").await?;
    browser.until(&format!("{turn} === {}", dragged - 5.0)).await?;
    Ok(())
}

#[tokio::test]
async fn questions_from_the_other_end_are_answered_and_taken_over() -> Outcome {
    let (_server, browser) =
        open("/?fish=cod&cut=loin&mm=28&skin=off&start=5&method=roast&done=medium").await?;
    let answer = "document.querySelector('#backwards [aria-live]').innerText";
    browser.press("Ask it from the other end").await?;
    browser.press("What heat?").await?;
    browser.until(&format!("{answer}.includes('Oven at ')")).await?;
    browser.press("Plan it so").await?;
    browser.until("location.search.includes('heat=')").await?;
    browser.settled().await?;
    browser.press("How thick to cut?").await?;
    browser.until(&format!("{answer}.includes('mm thick')")).await?;
    browser.press("Fridge or tempered?").await?;
    browser.until(&format!("{answer}.includes('sooner')")).await?;
    browser.check_accessible().await?;

    // Not to be had: it says why, and what would.
    let field = browser.client.find(Locator::Css("#backwards input")).await?;
    field.clear().await?;
    field.send_keys("2:00").await?;
    browser.press("What heat?").await?;
    browser.until(&format!("{answer}.includes('as hot as it goes')")).await?;
    field.clear().await?;
    field.send_keys("soon").await?;
    browser.press("What heat?").await?;
    browser.until(&format!("{answer}.includes('minutes and seconds')")).await?;
    Ok(())
}

#[tokio::test]
async fn already_turned_tells_when_out() -> Outcome {
    let (_server, browser) = open("/").await?;
    let before = browser.out().await?;
    browser.press("Ask it from the other end").await?;
    let field =
        browser.find(Locator::XPath("//label[contains(., 'Already turned at')]//input")).await?;
    field.clear().await?;
    field.send_keys("3:10").await?;
    browser.press("When out?").await?;
    browser.until("location.search.includes('turn=190')").await?;
    browser.settled().await?;
    assert_ne!(browser.out().await?, before);
    Ok(())
}

#[tokio::test]
async fn guests_at_risk_are_cooked_for_by_the_book_or_not_at_all() -> Outcome {
    let (server, browser) = open("/").await?;
    let before = browser.out().await?;
    browser.press("All cautions").await?;
    browser.press("Guests at risk eat it").await?;
    browser
        .until(
            "document.querySelector('h1')?.innerText.includes('by the book, for guests at risk')",
        )
        .await?;
    browser.settled().await?;
    let book = browser.out().await?;
    assert!(seconds(&book) > seconds(&before) + 30, "{book} after {before}");
    browser.check_accessible().await?;
    browser
        .client
        .goto(&format!(
            "{}/?fish=swordfish&cut=steak&mm=26&skin=off&start=4&method=grill&done=just_done",
            server.address
        ))
        .await?;
    browser.until("document.querySelector('[role=alert]')?.innerText.includes('mercury')").await?;
    browser.press("No guests at risk tonight").await?;
    browser.until("document.querySelector('section[aria-label=Card]') !== null").await?;
    Ok(())
}

#[tokio::test]
async fn all_ways_coats_and_variants_are_within_reach() -> Outcome {
    let (_server, browser) = open("/").await?;
    type_keys(&browser.client, "9").await?;
    browser.press("Shallow poach").await?;
    browser.until("location.search.includes('method=shallow_poach')").await?;
    browser.settled().await?;
    browser.press("Variation").await?;
    browser.press("without a lid").await?;
    browser.until("location.search.includes('way=open')").await?;
    browser.settled().await?;
    browser.press("Coat").await?;
    browser.press("buttered").await?;
    browser.until("location.search.includes('coat=butter')").await?;
    browser.settled().await?;
    Ok(())
}
