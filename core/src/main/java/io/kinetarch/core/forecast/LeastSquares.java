package io.kinetarch.core.forecast;

import org.hipparchus.linear.Array2DRowRealMatrix;
import org.hipparchus.linear.ArrayRealVector;
import org.hipparchus.linear.CholeskyDecomposition;

/** Linear least squares by the normal equations, with a penalty on the size of chosen coefficients (ridge). */
final class LeastSquares {
    /** Keeps columns that say the same from breaking the solution; far below what data decide. */
    private static final double FLOOR = 1e-9;

    private LeastSquares() {}

    /**
     * The coefficients b that make Σ (y − Σ b·x)² + Σ penalty·b² least.
     *
     * @param columns one array a regressor, as long as the values
     * @param penalties of each coefficient, at least 0
     */
    static double[] solve(double[][] columns, double[] values, double[] penalties) {
        int k = columns.length;
        var normal = new double[k][k];
        var right = new double[k];
        for (int i = 0; i < k; i++) {
            for (int j = 0; j <= i; j++) {
                normal[i][j] = dot(columns[i], columns[j]);
                normal[j][i] = normal[i][j];
            }
            right[i] = dot(columns[i], values);
        }
        for (int i = 0; i < k; i++) {
            normal[i][i] += penalties[i] + FLOOR * (normal[i][i] + 1);
        }
        var matrix = new Array2DRowRealMatrix(normal, false);
        return new CholeskyDecomposition(matrix, Double.MAX_VALUE, 0)
                .getSolver()
                .solve(new ArrayRealVector(right, false))
                .toArray();
    }

    static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) {
            sum += a[i] * b[i];
        }
        return sum;
    }
}
