package io.kinetarch.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Objects;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import org.springframework.util.ClassUtils;

/**
 * Makes ready for virtual threads, on which requests and connections run. They take turns on threads of the machine, by default as few as
 * it has cores, and one that loads a class keeps its thread while it waits. On two cores two visitors who connected at once right after the
 * start could keep both for good, and nobody was answered any more.
 */
final class VirtualThreads {
    private static final Logger LOG = LoggerFactory.getLogger(VirtualThreads.class);

    private static final String CARRIERS = "jdk.virtualThreadScheduler.parallelism";
    private static final int FEWEST_CARRIERS = 64;
    private static final int CARRIERS_PER_CORE = 8;

    /** What the first who connect need. */
    private static final List<String> NEEDED_AT_ONCE = List.of(
            "io/kinetarch/**/*.class",
            "org/springframework/web/socket/**/*.class",
            "org/springframework/messaging/**/*.class",
            "org/apache/tomcat/websocket/**/*.class");

    private VirtualThreads() {}

    /** Gives them more threads of the machine than it has cores, unless it is said how many; to be called before there is any. */
    static void giveCarriers() {
        if (System.getProperty(CARRIERS) == null) {
            int cores = Runtime.getRuntime().availableProcessors();
            System.setProperty(CARRIERS, Integer.toString(Math.max(FEWEST_CARRIERS, CARRIERS_PER_CORE * cores)));
        }
    }

    /** Loads, before anybody can connect, the classes that all who do need at the same moment; gives how many they are. */
    static int loadClasses() {
        var resources = new PathMatchingResourcePatternResolver();
        int loaded = 0;
        for (String pattern : NEEDED_AT_ONCE) {
            String root = ClassUtils.convertResourcePathToClassName(pattern.substring(0, pattern.indexOf("**")));
            try {
                for (var resource : resources.getResources("classpath*:" + pattern)) {
                    String path = ClassUtils.convertResourcePathToClassName(
                            resource.getURL().getPath());
                    String name = path.substring(
                            path.lastIndexOf(root), path.length() - ClassUtils.CLASS_FILE_SUFFIX.length());
                    loaded += load(name, Objects.requireNonNull(resources.getClassLoader())) ? 1 : 0;
                }
            } catch (IOException e) {
                throw new UncheckedIOException("The classes of " + pattern + " cannot be listed.", e);
            }
        }
        return loaded;
    }

    /** False for what works with a library that is not there, which nobody asks for either. */
    private static boolean load(String name, ClassLoader loader) {
        try {
            Class.forName(name, false, loader);
            return true;
        } catch (ClassNotFoundException | LinkageError e) {
            LOG.debug("{} is left out: {}", name, e.getMessage());
            return false;
        }
    }
}
