package io.kinetarch.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class VirtualThreadsTest {
    private static final int PATIENCE_SECONDS = 10;

    /** Calculates on more virtual threads than the machine has cores, and answers on one more; in a process of its own. */
    static final class Busy {
        private static final int CALCULATIONS = 8;

        public static void main(String[] args) throws InterruptedException {
            VirtualThreads.giveCarriers();
            for (int i = 0; i < CALCULATIONS; i++) {
                Thread.ofVirtual().start(() -> {
                    while (true) {
                        Thread.onSpinWait();
                    }
                });
            }
            Thread.ofVirtual().start(() -> System.out.println("answered")).join();
            System.exit(0);
        }
    }

    private static String busy(String... options) throws IOException, InterruptedException {
        var command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(), "-XX:ActiveProcessorCount=2"));
        command.addAll(List.of(options));
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), Busy.class.getName()));
        var said = Files.createTempFile("kinetarch-busy", ".txt");
        try {
            var process = new ProcessBuilder(command)
                    .redirectErrorStream(true)
                    .redirectOutput(said.toFile())
                    .start();
            process.waitFor(PATIENCE_SECONDS, TimeUnit.SECONDS);
            process.destroyForcibly().waitFor();
            return Files.readString(said).strip();
        } finally {
            Files.delete(said);
        }
    }

    @Test
    void answerWhileOthersCalculate() throws Exception {
        assertThat(busy()).isEqualTo("answered");
        assertThat(busy("-Djdk.virtualThreadScheduler.parallelism=2"))
                .as("who says how many there are is taken at their word, and by as few nobody is answered")
                .isEmpty();
    }

    @Test
    void findTheClassesThatWhoeverConnectsNeeds() {
        assertThat(VirtualThreads.loadClasses()).isGreaterThan(1_000);
    }
}
