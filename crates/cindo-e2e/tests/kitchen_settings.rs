//! Settings of the kitchen reach every screen.

use cindo_e2e::{Browser, Screen, Server, seconds};
use fantoccini::Locator;

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
    high.until("document.querySelector('h1')?.innerText.includes('2500 m')").await?;
    Ok(())
}

#[tokio::test]
async fn a_house_by_the_book_offers_it_first() -> Outcome {
    let (_server, browser) = open("{ house: 'book' }", "/").await?;
    browser.settled().await?;
    browser.until("document.querySelector('h1')?.innerText.includes('by the book')").await?;
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
        .until("document.querySelector('section[aria-labelledby=vessel]')?.innerText.includes('26 cm cast-iron pan')")
        .await?;
    // And what it cannot do is said with what is missing.
    browser.press("Roast").await?;
    browser
        .until("document.querySelector('[role=alert]')?.innerText.includes('needs an oven')")
        .await?;
    Ok(())
}

/// Pages that were left are kept by the browser, and hold no connection: the tenth is answered like the first, and one
/// that is come back to hears what changes.
#[tokio::test]
async fn pages_that_were_left_let_go_and_hear_again() -> Outcome {
    let (server, browser) = open("{}", STEAM).await?;
    for page in 0..9 {
        browser.client.goto(&format!("{}/fish?tab=amount&page={page}", server.address)).await?;
        browser.until("document.querySelectorAll('main label').length > 3").await?;
    }
    browser.client.goto(&format!("{}{STEAM}", server.address)).await?;
    browser.settled().await?;
    browser.client.goto(&format!("{}/compare", server.address)).await?;
    browser.until("document.querySelectorAll('main tbody tr').length > 8").await?;
    browser.client.back().await?;
    browser.settled().await?;
    let other = Browser::open(Screen::Phone).await?;
    other.client.goto(&server.address).await?;
    other.set_kitchen("{ altitude_m: 2500 }").await?;
    browser.until("document.querySelector('h1')?.innerText.includes('2500 m')").await?;
    Ok(())
}

/// A browser keeps few connections to one server: a cook with more pages open than that can go on all the same, and
/// each hears what changes, also once the page that listened for all of them is closed.
#[tokio::test]
async fn many_open_pages_of_one_browser_all_hear() -> Outcome {
    let (server, browser) = open("{}", STEAM).await?;
    let mut pages = vec![browser.client.window().await?];
    for _ in 0..8 {
        let page = browser.client.new_window(true).await?.handle;
        browser.client.switch_to_window(page.clone()).await?;
        browser.client.goto(&format!("{}{STEAM}", server.address)).await?;
        browser.until("document.querySelector('h1')?.innerText.includes('steam')").await?;
        pages.push(page);
    }
    let other = Browser::open(Screen::Phone).await?;
    other.client.goto(&server.address).await?;
    for (kitchen, said, listener) in [
        ("{ altitude_m: 2500 }", "2500 m", pages.remove(0)),
        ("{ altitude_m: 1500 }", "1500 m", pages.remove(0)),
    ] {
        other.set_kitchen(kitchen).await?;
        for page in &pages {
            browser.client.switch_to_window(page.clone()).await?;
            let hears = format!("document.querySelector('h1')?.innerText.includes('{said}')");
            browser.until(&hears).await?;
        }
        browser.client.switch_to_window(listener).await?;
        browser.client.close_window().await?;
        browser.client.switch_to_window(pages[0].clone()).await?;
    }
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

/// A change is made whatever is heard meanwhile: other devices change the kitchen before and after it, and answers
/// are slow.
#[tokio::test]
async fn a_change_is_made_whatever_is_heard_meanwhile() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&format!("{}/kitchen", server.address)).await?;
    browser.until("document.querySelectorAll('main li').length > 5").await?;
    let script = r"
        const done = arguments[arguments.length - 1];
        const wait = (ms) => new Promise((over) => setTimeout(over, ms));
        const plain = globalThis.fetch;
        globalThis.fetch = async (request, init) => {
            const answer = await plain(request, init);
            if (request.method === 'GET' && request.url.endsWith('/api/kitchen')) await wait(1000);
            return answer;
        };
        const kitchen = () => plain('/api/kitchen').then((a) => a.json());
        const elsewhere = async (name) => plain('/api/kitchen', {
            method: 'PUT', headers: { 'Content-Type': 'application/json', 'If-Match': '*' },
            body: JSON.stringify({ ...(await kitchen()).kitchen, name }),
        });
        (async () => {
            await elsewhere('One boat shed');
            await wait(300);
            document.querySelector('input.toggle').click();
            await wait(300);
            await elsewhere('Another boat shed');
            await wait(3000);
            return (await kitchen()).kitchen;
        })().then(done, (failure) => done(String(failure)));
    ";
    let kitchen = browser.client.execute_async(script, vec![]).await?;
    assert_eq!(kitchen["name"], "Another boat shed", "{kitchen}");
    assert_eq!(kitchen["at_risk"], true, "{kitchen}");
    browser.until("document.querySelector('h1')?.innerText === 'Another boat shed'").await?;
    browser.until("document.querySelector('input.toggle').checked").await?;
    Ok(())
}

/// A machine that loses its network still reaches the server that runs on it.
#[tokio::test]
async fn without_a_network_the_server_of_this_machine_is_asked() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&format!("{}/kitchen", server.address)).await?;
    browser.until("document.querySelectorAll('main li').length > 5").await?;
    browser.client.execute("window.dispatchEvent(new Event('offline'))", vec![]).await?;
    browser.client.execute("document.querySelector('input.toggle').click()", vec![]).await?;
    browser.until("document.querySelector('input.toggle').checked").await?;
    browser.press("Plan").await?;
    browser.settled().await?;
    browser.until("document.querySelector('h1')?.innerText.includes('by the book')").await?;
    Ok(())
}

/// Of two pans the cook says which; the preparation knows it, and another way forgets it.
#[tokio::test]
async fn of_two_pans_the_cook_says_which() -> Outcome {
    let (server, browser) =
        open("{ at_hand: ['clad_28', 'cast_iron_26', 'home_oven'] }", "/").await?;
    browser.settled().await?;
    let pan = "select[aria-label='Cooked in']";
    let taken = format!("document.querySelector(\"{pan}\")?.selectedOptions[0].text");
    browser.until(&format!("{taken} === '28 cm clad steel pan'")).await?;
    let heated = "[...document.querySelectorAll('section[aria-labelledby=vessel] li')].find((l) => l.innerText.startsWith('Heat it up'))?.innerText";
    let clad = browser.until(heated).await?;
    let select = browser.client.find(Locator::Css(pan)).await?;
    select.select_by_value("cast_iron_26").await?;
    browser.until("location.search.includes('vessel=cast_iron_26')").await?;
    browser.settled().await?;
    browser.until(&format!("{heated} !== {clad}")).await?;
    browser.check_accessible().await?;
    let here = browser.client.current_url().await?;
    let query = here.query().unwrap_or_default();
    browser.client.goto(&format!("{}/prep?{query}", server.address)).await?;
    browser
        .until("[...document.querySelectorAll('label')].find((l) => l.innerText.startsWith('Cooked in'))?.querySelector('select').value === 'cast_iron_26'")
        .await?;
    browser.client.goto(&format!("{}/?{query}", server.address)).await?;
    browser.press("Roast").await?;
    browser.until("!location.search.includes('vessel=')").await?;
    browser.settled().await?;
    Ok(())
}

/// Where it rests and how it is salted here is what a plan and its preparation begin with.
#[tokio::test]
async fn habits_are_told_once() -> Outcome {
    let (server, browser) = open("{}", "/kitchen").await?;
    for (label, value) in [("It stands until then on", "warm_plate"), ("It is salted", "wet_brine")]
    {
        let path = format!("//label[contains(., '{label}')]//select");
        browser.find(Locator::XPath(&path)).await?.select_by_value(value).await?;
        browser
            .until(&format!("document.evaluate(\"{path}\", document, null, 9).singleNodeValue.value === '{value}'"))
            .await?;
    }
    browser.check_accessible().await?;
    browser.client.goto(&server.address).await?;
    browser.until("document.querySelector('h1')?.innerText.includes('from a warm plate')").await?;
    browser.client.goto(&format!("{}/prep", server.address)).await?;
    browser
        .until(
            "document.querySelector('section[aria-labelledby=salt] select')?.value === 'wet_brine'",
        )
        .await?;
    Ok(())
}
