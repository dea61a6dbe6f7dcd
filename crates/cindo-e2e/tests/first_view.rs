//! What a cook sees first: the whole plan without scrolling, cautions that open, trouble with its way out.

use cindo_e2e::{Browser, Screen, Server};
use fantoccini::Locator;
use serde_json::json;

type Outcome = Result<(), Box<dyn std::error::Error>>;

async fn open(screen: Screen, path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(screen).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    browser.settled().await?;
    Ok((server, browser))
}

/// The answer of the log is in.
const LOG_ASKED: &str = "performance.getEntriesByType('resource').some((r) => r.name.endsWith('/api/log/next-time') && r.responseEnd > 0)";

/// Lowest edge of what a selector finds, px.
fn bottom(css: &str) -> String {
    format!("document.querySelector('{css}').getBoundingClientRect().bottom")
}

/// At 1280 x 800 and at 390 x 844: sentence, way, picture (or its strip), list and cautions, no scrolling.
#[tokio::test]
async fn the_whole_plan_is_on_the_first_screen() -> Outcome {
    for (screen, height) in [(Screen::Desk, 800.0), (Screen::Phone, 844.0)] {
        let (_server, browser) = open(screen, "/").await?;
        for css in [
            "h1",
            "fieldset",
            "section[aria-label=Card]",
            "section[aria-label=Card] ol",
            "section[aria-label=\"Before you serve it\"]",
        ] {
            let low = browser.until(&bottom(css)).await?.as_f64().unwrap_or(f64::INFINITY);
            assert!(low <= height, "{css} ends at {low} of {height}");
        }
        let strip = match screen {
            Screen::Phone => "section[aria-label=Card] canvas",
            _ => "section[aria-label=Picture] canvas",
        };
        let low = browser.until(&bottom(strip)).await?.as_f64().unwrap_or(f64::INFINITY);
        assert!(low <= height, "the strip ends at {low}");
        browser.check_accessible().await?;
    }
    Ok(())
}

/// One list, each moment once and in clock order, with its cue; a moment moves the cut there.
#[tokio::test]
async fn the_list_is_in_clock_order() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    let list = browser
        .until("[...document.querySelectorAll('section[aria-label=Card] ol > li button')].map(b => b.innerText.split('\\n'))")
        .await?;
    let rows: Vec<Vec<String>> = serde_json::from_value(list)?;
    let clocks: Vec<u32> = rows.iter().map(|row| cindo_e2e::seconds(&row[0])).collect();
    assert!(clocks.windows(2).all(|w| w[0] <= w[1]), "{rows:?}");
    let all = rows.concat().join(" ");
    for said in
        ["In, and press", "Heat down", "Turn, flesh side down", "Look from", "Out", "Eat", "skewer"]
    {
        assert!(all.contains(said), "{said} is not in {all}");
    }
    browser.press("Heat down").await?;
    browser
        .until("document.querySelector('section[aria-label=Picture] svg').textContent.includes('the cut at 1:30')")
        .await?;
    Ok(())
}

/// The core at the pull is one number, over the cut and in the list.
#[tokio::test]
async fn the_cut_and_the_list_say_one_core() -> Outcome {
    const SAID: &str = "[document.querySelector('section[aria-label=Picture] svg').textContent, \
        document.querySelector('section[aria-label=Card] ol').innerText] \
        .map((said, place) => said.match([/the cut at .*?core (\\d+)/, /Out.*core (\\d+)/][place])?.[1])";
    let (server, browser) = open(Screen::Desk, "/").await?;
    for address in [
        "/?fish=arctic_char&cut=fillet&mm=21&skin=on&start=5&method=roast&done=medium&count=6&weight=150",
        "/?fish=cod&cut=loin&mm=32&start=5&method=steam&done=medium&count=2",
        "/?fish=sea_bass&cut=whole_round&mm=40&start=5&method=roast&done=medium&count=1",
    ] {
        browser.client.goto(&format!("{}{address}", server.address)).await?;
        browser.settled().await?;
        browser.until(&format!("({SAID}).every(core => core)")).await?;
        let said = browser.until(SAID).await?;
        assert_eq!(said[0], said[1], "{address}");
    }
    Ok(())
}

/// A caution opens to its whole text and its way out.
#[tokio::test]
async fn cautions_open_and_offer_their_way_out() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    // What the log knows of it comes after the plan, above what is pressed here.
    browser.until(LOG_ASKED).await?;
    browser.press("Below 63").await?;
    browser
        .until("document.querySelector('[popover]:popover-open')?.innerText.includes('public-health minimum')")
        .await?;
    browser.check_accessible().await?;
    browser.press("Cook it by the book").await?;
    browser.until("location.search.includes('done=by_the_book')").await?;
    browser.settled().await?;
    browser
        .until("!document.querySelector('section[aria-label=\"Before you serve it\"]').innerText.includes('Below 63')")
        .await?;
    Ok(())
}

/// A plan that scorches says so before anything else, and one tap mends it.
#[tokio::test]
async fn trouble_is_first_and_mended_by_a_tap() -> Outcome {
    let (_server, browser) = open(
        Screen::Phone,
        "/?fish=cod&cut=fillet&mm=25&skin=off&start=5&method=rare_sear&done=medium",
    )
    .await?;
    let card = "document.querySelector('section[aria-label=Card]')";
    browser
        .until(&format!("{card}.innerText.includes('scorches before the middle is done')"))
        .await?;
    let first = browser
        .until(&format!("{card}.querySelector('[role=status]').compareDocumentPosition({card}.querySelector('ol')) & Node.DOCUMENT_POSITION_FOLLOWING"))
        .await?;
    assert_ne!(first, json!(0), "trouble stands before the list");
    browser.check_accessible().await?;
    browser.press("Better: ").await?;
    browser.until("location.search.includes('heat=')").await?;
    browser.settled().await?;
    browser.until(&format!("!{card}.innerText.includes('scorches')")).await?;
    Ok(())
}

/// The oven after the pan is in the sentence and in the address.
#[tokio::test]
async fn the_second_heat_is_the_cooks() -> Outcome {
    let path = "/?fish=cod&cut=loin&mm=32&skin=on&start=5&method=pan_roast&done=medium";
    let (server, browser) = open(Screen::Desk, path).await?;
    let usual = browser.out().await?;
    browser
        .until("document.querySelector('h1')?.innerText.includes('then the oven at 185')")
        .await?;
    browser.client.goto(&format!("{}{path}&then=230&move=100", server.address)).await?;
    browser.settled().await?;
    browser
        .until("document.querySelector('h1')?.innerText.includes('then the oven at 230')")
        .await?;
    let hotter = browser.out().await?;
    assert!(cindo_e2e::seconds(&hotter) < cindo_e2e::seconds(&usual), "{hotter} {usual}");
    Ok(())
}

/// A ruler on the glass, set once with a bank card, measures the fish; it stays set.
#[tokio::test]
async fn a_ruler_on_the_glass_is_set_once() -> Outcome {
    let (_server, browser) = open(Screen::Phone, "/").await?;
    browser.press("Thickness").await?;
    let slide = |label: &str, value: &str| {
        format!(
            "(() => {{ const r = document.querySelector('input[aria-label=\"{label}\"]'); if (!r) return false;
              Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(r, '{value}');
              r.dispatchEvent(new Event('input', {{ bubbles: true }})); return true; }})()"
        )
    };
    browser.until(&slide("Length of a bank card on this glass", "6")).await?;
    let bar = "document.querySelector('[popover]:popover-open [style*=height]')?.getBoundingClientRect().height";
    browser.until(&format!("Math.abs({bar} - 85.6 * 6) < 1")).await?;
    browser.press("As long as the card").await?;
    browser.until(&slide("Thickness on the ruler", "21")).await?;
    browser
        .until("location.search.includes('mm=21') && location.search.includes('measured')")
        .await?;
    browser.check_accessible().await?;
    browser.client.refresh().await?;
    browser.settled().await?;
    browser.press("Thickness").await?;
    browser
        .until("document.querySelector('input[aria-label=\"Thickness on the ruler\"]') !== null")
        .await?;
    Ok(())
}

/// What makes a fit opens beside it, and adds up to it.
#[tokio::test]
async fn compare_says_what_makes_its_fit() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&format!("{}/compare", server.address)).await?;
    browser.until("document.querySelectorAll('main tbody tr').length > 8").await?;
    browser.press("Fit of Slow bake").await?;
    let parts = browser
        .until("[...(document.querySelector('[popover]:popover-open')?.querySelectorAll('li b') ?? [])].map(b => b.textContent)")
        .await?;
    let parts: Vec<String> = serde_json::from_value(parts)?;
    assert!(parts.len() >= 3, "{parts:?}");
    let sum: f64 = parts.iter().filter_map(|p| p.replace('−', "-").parse::<f64>().ok()).sum();
    let fit = browser
        .until("document.querySelector('[popover]:popover-open p').textContent.match(/: (\\d+) of/)[1]")
        .await?;
    let fit: f64 = fit.as_str().unwrap_or_default().parse()?;
    assert!((sum - fit).abs() <= 3.0, "{parts:?} for {fit}");
    browser.check_accessible().await?;
    Ok(())
}

/// On a phone a way is a line and a half; more of it opens.
#[tokio::test]
async fn rows_are_short_on_a_phone_and_open() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&format!("{}/compare", server.address)).await?;
    browser.until("document.querySelectorAll('main tbody tr').length > 8").await?;
    let row = "document.querySelector('main tbody tr')";
    let height = browser.until(&format!("{row}.offsetHeight")).await?;
    assert!(height.as_f64().is_some_and(|h| h < 90.0), "{height}");
    browser
        .client
        .find(Locator::Css("main tbody tr button[aria-expanded=false]"))
        .await?
        .click()
        .await?;
    browser.until(&format!("{row}.innerText.includes('Juice lost')")).await?;
    browser.check_no_sideways_scroll().await?;
    browser.check_accessible().await?;
    Ok(())
}

/// Opening a dialog leaves the page behind it where it was.
#[tokio::test]
async fn a_dialog_does_not_move_the_page() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    let left = "document.querySelector('section[aria-label=Card]').getBoundingClientRect().left";
    let before = browser.until(left).await?;
    browser.press("This device: units, light and keys").await?;
    browser.until("document.querySelector('dialog[open]') !== null").await?;
    let during = browser.until(left).await?;
    assert_eq!(before, during);
    Ok(())
}
