package io.kinetarch.core.roster;

import com.google.ortools.Loader;
import com.google.ortools.sat.CpSolver;

/** The solvers that rosters are searched with. */
final class Solvers {
    static {
        Loader.loadNativeLibraries();
    }

    private Solvers() {}

    /** Makes the native code known; it takes a second or more, once. */
    static void load() {}

    /**
     * A solver that stops after some work, which unlike time is the same on every machine.
     *
     * @param work about as many seconds on a fast core
     */
    static CpSolver stoppingAfter(double work, long seed) {
        load();
        var solver = new CpSolver();
        solver.getParameters().setNumWorkers(1).setMaxDeterministicTime(work).setRandomSeed((int) (seed & 0x7fffffff));
        return solver;
    }
}
