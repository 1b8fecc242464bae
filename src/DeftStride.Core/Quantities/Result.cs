using System.Diagnostics.CodeAnalysis;

namespace DeftStride.Core.Quantities;

/// <summary>
/// What a calculation gives: its value, or why there is none. The one form of everything in this library that can fail on
/// numbers a person gave; a caller that has looked at the numbers already takes the twin that throws.
/// </summary>
/// <typeparam name="T">The value.</typeparam>
/// <typeparam name="TFault">Why there is none: a kind, or the sentence that says what to do.</typeparam>
public readonly struct Result<T, TFault>
    where T : notnull
    where TFault : notnull
{
    private readonly T? _value;
    private readonly TFault? _fault;
    private readonly bool _given;

    private Result(T? value, TFault? fault, bool given) => (_value, _fault, _given) = (value, fault, given);

    /// <summary>A value.</summary>
    public static implicit operator Result<T, TFault>(T value) => new(value, default, true);

    /// <summary>Why there is none.</summary>
    public static implicit operator Result<T, TFault>(TFault fault) => new(default, fault, false);

    /// <summary>Whether there is a value, with it or with why there is none.</summary>
    /// <param name="value">The value, or nothing.</param>
    /// <param name="fault">Why there is none, or nothing.</param>
    /// <returns>True where <paramref name="value"/> is set, false where <paramref name="fault"/> is.</returns>
    public bool Is([NotNullWhen(true)] out T? value, [NotNullWhen(false)] out TFault? fault)
    {
        (value, fault) = (_value, _fault);
        return _given;
    }

    /// <summary>Whether there is a value, where why there is none does not matter.</summary>
    /// <param name="value">The value, or nothing.</param>
    /// <returns>True where <paramref name="value"/> is set.</returns>
    public bool Is([NotNullWhen(true)] out T? value) => Is(out value, out _);

    /// <summary>The value, or what a caller makes of its absence: another value, or its own refusal.</summary>
    /// <param name="otherwise">What is done about a fault.</param>
    /// <returns>The value; else what <paramref name="otherwise"/> makes of the fault.</returns>
    public T Or(Func<TFault, T> otherwise)
    {
        ArgumentNullException.ThrowIfNull(otherwise);
        return Is(out var value, out var fault) ? value : otherwise(fault);
    }

    /// <summary>The value, where it must be there.</summary>
    /// <param name="sentence">What is said of a fault.</param>
    /// <returns>The value itself.</returns>
    /// <exception cref="FaultException{TFault}">There is none.</exception>
    public T OrThrow(Func<TFault, string> sentence)
    {
        ArgumentNullException.ThrowIfNull(sentence);
        return Or(fault => throw new FaultException<TFault>(fault, sentence(fault)));
    }
}

/// <summary>A calculation that had to give a value gave none.</summary>
/// <typeparam name="TFault">Why: a kind, or the sentence.</typeparam>
/// <param name="fault">Why.</param>
/// <param name="sentence">What is wrong and what to do.</param>
public sealed class FaultException<TFault>(TFault fault, string sentence) : Exception(sentence)
    where TFault : notnull
{
    /// <summary>Why.</summary>
    public TFault Fault { get; } = fault;
}
