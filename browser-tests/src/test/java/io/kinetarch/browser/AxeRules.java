package io.kinetarch.browser;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Page;
import java.util.List;
import java.util.Set;

/** The automatic rules of axe-core, WCAG 2.2 A and AA among them. */
final class AxeRules {
    private static final Set<String> SERIOUS = Set.of("serious", "critical");

    private AxeRules() {}

    /**
     * No rule that matters is broken on a page as it stands.
     *
     * @param without selectors of what is not looked at
     */
    static void hold(Page page, String what, List<String> without) {
        // what is half faded in has colours that nobody reads
        page.evaluate("""
                () => Promise.all([document, ...[...document.querySelectorAll('*')].map(part => part.shadowRoot).filter(Boolean)]
                    .flatMap(root => root.getAnimations())
                    .filter(animation => animation.effect.getComputedTiming().endTime !== Infinity)
                    .map(animation => animation.finished))
                    .then(() => true)""");
        // what passes is not told, which halves the time
        var options = new AxeRunOptions();
        options.setResultTypes(List.of("violations"));
        var axe = new AxeBuilder(page).options(options).setLegacyMode(true);
        without.forEach(axe::exclude);
        var serious = axe.analyze().getViolations().stream()
                .filter(rule -> SERIOUS.contains(rule.getImpact()))
                .map(rule -> rule.getId() + ": " + rule.getHelp() + " "
                        + rule.getNodes().stream()
                                .limit(3)
                                .map(node -> node.getHtml())
                                .toList())
                .toList();
        assertThat(serious).as(what).isEmpty();
    }
}
