package io.kinetarch.core.forecast;

import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.CholeskyDecomposition;

/** Weighted linear least squares by the normal equations, with a penalty on the size of chosen coefficients (ridge). */
final class LeastSquares {
    /** Keeps columns that say the same from breaking the solution; far below what data decide. */
    private static final double FLOOR = 1e-9;

    private final double[][] normal;
    private final double[] right;

    LeastSquares(int coefficients) {
        normal = new double[coefficients][coefficients];
        right = new double[coefficients];
    }

    /**
     * Takes an observation.
     *
     * @param columns of the regressors that are not 0, each once
     * @param values of them
     */
    void add(int[] columns, double[] values, double response, double weight) {
        for (int i = 0; i < columns.length; i++) {
            double[] row = normal[columns[i]];
            double weighted = weight * values[i];
            for (int j = 0; j < columns.length; j++) {
                row[columns[j]] += weighted * values[j];
            }
            right[columns[i]] += weighted * response;
        }
    }

    /** Adds penalty·b² of a coefficient to what is made least. */
    void penalise(int column, double penalty) {
        normal[column][column] += penalty;
    }

    /** The coefficients b that make Σ weight·(response − Σ b·x)² and the penalties least. */
    double[] solve() {
        for (int k = 0; k < right.length; k++) {
            normal[k][k] += FLOOR * (normal[k][k] + 1);
        }
        var matrix = new Array2DRowRealMatrix(normal, false);
        return new CholeskyDecomposition(matrix, Double.MAX_VALUE, 0)
                .getSolver()
                .solve(new ArrayRealVector(right, false))
                .toArray();
    }
}
