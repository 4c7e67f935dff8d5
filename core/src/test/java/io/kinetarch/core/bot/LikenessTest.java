package io.kinetarch.core.bot;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class LikenessTest {
    @Test
    void whatIsAskedAlikeStandsTogether() {
        var groups = Likeness.groups(
                List.of(
                        "can I charge my electric car on board",
                        "is there wifi on the ferry",
                        "where can I charge an electric car",
                        "do you have wi-fi or wifi",
                        "charging for electric cars?",
                        "xyzzy"),
                "en");

        assertThat(groups.getFirst()).containsExactly(0, 2, 4);
        assertThat(groups).contains(List.of(5));
        assertThat(groups.stream().mapToInt(List::size).sum()).isEqualTo(6);
    }

    @Test
    void nothingIsInNoGroup() {
        assertThat(Likeness.groups(List.of(), "en")).isEmpty();
        assertThat(Likeness.groups(List.of("", "?"), "en")).hasSize(2);
    }
}
