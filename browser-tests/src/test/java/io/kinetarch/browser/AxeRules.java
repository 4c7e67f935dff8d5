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
    private static final List<String> OF_LAYOUT = List.of("target-size", "scrollable-region-focusable");

    private AxeRules() {}

    /**
     * No rule that matters is broken on a page as it stands.
     *
     * @param without selectors of what is not looked at
     */
    static void hold(Page page, String what, List<String> without) {
        hold(page, what, without, List.of());
    }

    /** What another width can break: colours and names are the same at every one. */
    static void holdOfLayout(Page page, String what, List<String> without) {
        hold(page, what, without, OF_LAYOUT);
    }

    private static void hold(Page page, String what, List<String> without, List<String> rules) {
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
        if (!rules.isEmpty()) {
            axe.withRules(rules);
        }
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
