using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Training;

namespace DeftStride.Web.Features.Cards;

/// <summary>Something that goes wrong in an exercise, and the first thing to say.</summary>
internal sealed record WrongView(string FaultId, string Name, string Say)
{
    /// <summary>So many are read on the floor.</summary>
    private const int Most = 4;

    /// <summary>Those that block progress, the first of them; where none does, the first of all.</summary>
    public static WrongView[] Of(Exercise exercise, SchoolCode school, HouseStyle style, Load load, CueWords words) =>
        [
            .. WholeExercise
                .WhatGoesWrong(exercise, school, style, load)
                .Take(Most)
                .Select(w => new WrongView(w.Fault.Id, w.Fault.Name, words.Of(w.First).Text)),
        ];
}
