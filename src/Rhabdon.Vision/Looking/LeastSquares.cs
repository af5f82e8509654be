using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Weighted linear least squares: what is seen is added up, and solved for by Gauss's elimination of the normal equations, with pivots.</summary>
internal sealed class LeastSquares(int unknowns)
{
    private const double LeastPivot = 1e-12;

    // Above the diagonal it is the same as below, and is not kept twice.
    private readonly double[] _lower = new double[unknowns * unknowns];
    private readonly double[] _right = new double[unknowns];

    /// <summary>One thing seen: the unknowns, each times its factor, ought to add up to the value.</summary>
    public void Add(ReadOnlySpan<double> factors, double value, double weight = 1)
    {
        for (var i = 0; i < factors.Length; i++)
        {
            var factor = weight * factors[i];
            _right[i] += factor * value;
            var row = _lower.AsSpan(i * unknowns, i + 1);
            var some = factors[..row.Length];
            for (var k = 0; k < row.Length; k++)
            {
                row[k] += factor * some[k];
            }
        }
    }

    /// <summary>One unknown that ought to be near a value.</summary>
    public void Pull(int unknown, double value, double weight)
    {
        _lower[(unknown * unknowns) + unknown] += weight;
        _right[unknown] += weight * value;
    }

    /// <param name="damping">0 for the solution itself; above it, steps toward it that are shorter and safer (Marquardt's).</param>
    /// <returns>Null when what was seen does not decide.</returns>
    public double[]? Solve(double damping = 0)
    {
        var (matrix, right) = (new double[unknowns, unknowns], (double[])_right.Clone());
        for (var i = 0; i < unknowns; i++)
        {
            for (var k = 0; k <= i; k++)
            {
                matrix[i, k] = matrix[k, i] = _lower[(i * unknowns) + k];
            }

            matrix[i, i] *= 1 + damping;
        }

        for (var column = 0; column < unknowns; column++)
        {
            var pivot = Enumerable.Range(column, unknowns - column).MaxBy(r => Math.Abs(matrix[r, column]));
            if (Math.Abs(matrix[pivot, column]) < LeastPivot)
            {
                return null;
            }

            for (var k = 0; k < unknowns; k++)
            {
                (matrix[column, k], matrix[pivot, k]) = (matrix[pivot, k], matrix[column, k]);
            }

            (right[column], right[pivot]) = (right[pivot], right[column]);
            for (var row = 0; row < unknowns; row++)
            {
                if (row != column)
                {
                    var factor = matrix[row, column] / matrix[column, column];
                    for (var k = column; k < unknowns; k++)
                    {
                        matrix[row, k] -= factor * matrix[column, k];
                    }

                    right[row] -= factor * right[column];
                }
            }
        }

        return [.. Enumerable.Range(0, unknowns).Select(i => right[i] / matrix[i, i])];
    }
}
