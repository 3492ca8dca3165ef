import { By, Key, type WebElement } from 'selenium-webdriver';
import type { Bench } from './bench';
import { onTheElement } from './browser';
import { leafNamed } from './places';

export type Hands = {
  /** Presses a button by its words, as soon as there is one that can be pressed. */
  press: (words: string, inside?: string) => Promise<void>;
  /** Types over what a field holds, found by its own label or by the first words of the label around it. */
  fill: (words: string, text: string, inside?: string) => Promise<void>;
  /** Takes the option of a list that begins with the words. */
  choose: (label: string, option: string, inside?: string) => Promise<void>;
};

/** What a hand does on the page, for the tests of one file; `home` is the XPath of where it does it, if it is not said. */
export function handsOf(bench: () => Bench, home = '//body'): Hands {
  /** The first that is found by the first path that finds any, in the middle of the page. */
  const reach = async (paths: readonly string[], what: string): Promise<WebElement> => {
    const { driver, eventually, stand } = bench();
    await stand(leafNamed(paths[0] ?? ''));
    const found = async (): Promise<WebElement | undefined> => {
      for (const path of paths) {
        const [first] = await driver.findElements(By.xpath(path));
        if (first) return first;
      }
      return undefined;
    };
    const element = await eventually(found, (one) => one !== undefined, `there is ${what}`);
    if (!element) throw new Error(`no ${what}`);
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
    return element;
  };
  return {
    press: async (words, inside = home) => {
      const button = `${inside}//button[not(@disabled)]`;
      const paths = [
        `${button}[normalize-space(.)="${words}"]`,
        `${button}[contains(normalize-space(.), "${words}")]`,
      ];
      // Not by the pointer: panels that come meanwhile would move it away from under it.
      await onTheElement(
        () => reach(paths, `a button “${words}”`),
        (element) => bench().driver.executeScript('arguments[0].click()', element),
      );
    },
    fill: async (words, text, inside = home) => {
      const own = `${inside}//*[@aria-label="${words}"][self::input or self::textarea]`;
      const around = `${inside}//label[starts-with(normalize-space(.), "${words}")]//input`;
      await onTheElement(
        () => reach([own, around], `a field “${words}”`),
        (input) => input.sendKeys(Key.chord(Key.CONTROL, 'a'), text),
      );
    },
    choose: async (label, option, inside = home) => {
      const select = `${inside}//select[@id=//label[normalize-space(.)="${label}"]/@for]`;
      // Typed letters would add up with those of the choice before.
      await onTheElement(
        () =>
          reach(
            [`${select}/option[starts-with(normalize-space(.), "${option}")]`],
            `“${option}” to choose for “${label}”`,
          ),
        (chosen) => chosen.click(),
      );
    },
  };
}
