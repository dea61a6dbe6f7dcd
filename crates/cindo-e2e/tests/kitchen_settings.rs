//! Settings of the kitchen reach every screen.

use cindo_e2e::{Browser, Screen, Server, seconds};

type Outcome = Result<(), Box<dyn std::error::Error>>;

const STEAM: &str = "/?fish=cod&cut=fillet&mm=24&skin=off&start=5&method=steam&done=medium";

/// Opens a page in a kitchen with these settings.
async fn open(kitchen: &str, path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&server.address).await?;
    browser.set_kitchen(kitchen).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    Ok((server, browser))
}

#[tokio::test]
async fn a_kitchen_in_the_mountains_steams_longer() -> Outcome {
    let (_server, sea) = open("{}", STEAM).await?;
    sea.settled().await?;
    let (_server, high) = open("{ altitude_m: 2500 }", STEAM).await?;
    high.settled().await?;
    let (low, up) = (seconds(&sea.out().await?), seconds(&high.out().await?));
    assert!(up > low + 5, "{low} s at the sea, {up} s at 2500 m");
    high.until("document.querySelector('h1').innerText.includes('2500 m')").await?;
    Ok(())
}

#[tokio::test]
async fn a_house_by_the_book_offers_it_first() -> Outcome {
    let (_server, browser) = open("{ house: 'book' }", "/").await?;
    browser.settled().await?;
    browser.until("document.querySelector('h1').innerText.includes('by the book')").await?;
    Ok(())
}

#[tokio::test]
async fn comparison_and_ladder_speak_the_cooks_units() -> Outcome {
    let (server, browser) = open("{}", "/").await?;
    let units = "localStorage.setItem('cindo.preferences', JSON.stringify({temperature: 'F', length: 'in', mass: 'oz'}))";
    browser.client.execute(units, vec![]).await?;
    browser.client.goto(&format!("{}/compare", server.address)).await?;
    browser.until("document.querySelectorAll('main tbody tr').length > 8").await?;
    let page = browser.until("document.querySelector('main').innerText").await?;
    let page = page.as_str().unwrap_or_default().replace('\u{a0}', " ");
    assert!(page.contains("1.10 in") && !page.contains("°C"), "{page}");
    browser.client.goto(&format!("{}/ladder", server.address)).await?;
    browser.until("document.querySelectorAll('main tbody tr').length === 10").await?;
    let page = browser.until("document.querySelector('main').innerText").await?;
    let page = page.as_str().unwrap_or_default().replace('\u{a0}', " ");
    assert!(page.contains("365 °F") && page.contains("0.79 in") && !page.contains(" mm"), "{page}");
    Ok(())
}

#[tokio::test]
async fn a_card_kept_for_guests_at_risk_stays_by_the_book() -> Outcome {
    let (server, browser) = open("{ at_risk: true }", STEAM).await?;
    browser.settled().await?;
    let minutes = browser.out().await?;
    browser.keep_card("Aardvark for grandmother").await?;
    // Opened on a night without such guests it is still by the book.
    browser.set_kitchen("{ at_risk: false }").await?;
    browser.client.goto(&format!("{}/cards", server.address)).await?;
    browser.press("Aardvark for grandmother").await?;
    browser.settled().await?;
    assert_eq!(browser.out().await?, minutes);
    Ok(())
}

#[tokio::test]
async fn a_pan_of_ones_own_is_the_pan_of_the_plan() -> Outcome {
    let (_server, browser) = open("{ at_hand: ['cast_iron_26'] }", "/").await?;
    browser.settled().await?;
    browser
        .until("document.querySelector('section[aria-labelledby=vessel]').innerText.includes('26 cm cast-iron pan')")
        .await?;
    // And what it cannot do is said with what is missing.
    browser.press("Roast").await?;
    browser
        .until("document.querySelector('[role=alert]')?.innerText.includes('needs an oven')")
        .await?;
    Ok(())
}

/// What one device changes, the others go by at once: nobody has to load a page again.
#[tokio::test]
async fn every_device_goes_by_the_same_kitchen() -> Outcome {
    let (server, counter) = open("{}", STEAM).await?;
    counter.settled().await?;
    let stove = Browser::open(Screen::Phone).await?;
    stove.client.goto(&format!("{}/kitchen", server.address)).await?;
    stove.until("document.querySelector('h1')?.innerText === 'The Lantern Quay'").await?;
    stove.press("by the book").await?;
    stove.set_kitchen("{ altitude_m: 2500 }").await?;
    counter.until("document.querySelector('h1')?.innerText.includes('2500 m')").await?;
    counter.client.goto(&server.address).await?;
    counter.until("document.querySelector('h1')?.innerText.includes('by the book')").await?;
    Ok(())
}
