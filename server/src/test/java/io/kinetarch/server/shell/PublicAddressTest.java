package io.kinetarch.server.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;

class PublicAddressTest {
    @Test
    void anOriginIsAsBrowsersSendIt() {
        var address = new PublicAddress("https://chat.ferry.example:9443/help/");

        assertThat(address.base()).isEqualTo("https://chat.ferry.example:9443/help");
        assertThat(address.origin()).isEqualTo("https://chat.ferry.example:9443");
        assertThat(address.proxiedOrigins()).containsExactly("https://chat.ferry.example:9443");
    }

    @Test
    void withoutOneNoOtherOriginIsItsOwn() {
        assertThat(new PublicAddress("").proxiedOrigins()).isEmpty();
    }

    @Test
    void whatIsNoneIsRefusedWithOneThatIs() {
        assertThatThrownBy(() -> new PublicAddress("chat.ferry.example"))
                .hasMessageContaining("chat.ferry.example")
                .hasMessageContaining("https://");
    }
}
