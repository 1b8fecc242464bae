using System.Linq.Expressions;
using System.Reflection;
using System.Runtime.CompilerServices;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata;
using Microsoft.EntityFrameworkCore.Query;

namespace DeftStride.Data;

/// <summary>What a question is asked of.</summary>
/// <typeparam name="TWith">What is told with it: a value, or a tuple of values.</typeparam>
internal sealed class Asked<TWith>
{
    private readonly IReadOnlyCollection<Guid> _many = [];
    private readonly TWith _with = default!;
    private readonly bool _told;

    private Asked(bool alone) => Alone = alone;

    /// <summary>Asks of some.</summary>
    public Asked(IReadOnlyCollection<Guid> many, TWith with)
        : this(many.Count == 1) => (_many, _with, _told) = (many, with, true);

    /// <summary>Whether it is about one alone.</summary>
    public bool Alone { get; }

    /// <summary>The one it is about, where it is about one alone.</summary>
    public Guid One => Told(_many).First();

    /// <summary>All of them.</summary>
    public IReadOnlyCollection<Guid> Many => Told(_many);

    /// <summary>What is told with it.</summary>
    public TWith With => Told(_with);

    /// <summary>What a question is put together with: nothing is told yet, so that nothing of it can stand for good.</summary>
    public static Asked<TWith> Untold(bool alone) => new(alone);

    private T Told<T>(T value) =>
        _told
            ? value
            : throw new InvalidOperationException(
                "A question that is put together once can take what it is told only within what it looks for, not how many rows it takes."
            );
}

/// <summary>
/// A question that is put together once and thought through once, however often it is asked: that costs the database layer more
/// than the answer does. About one alone, as a page asks, it is another text than about several: one is looked up, where a list
/// would be unpacked by the database first.
/// </summary>
/// <remarks>
/// What is told with it is taken from what it is asked of, each time. Whatever else it mentions is taken when it is asked for the first
/// time and stands for good, so that it mentions constants only.
/// </remarks>
/// <typeparam name="TWith">What is told with it: a value, or a tuple of values.</typeparam>
/// <typeparam name="TAnswer">A row of its answer.</typeparam>
/// <param name="ask">Puts it together as it would be asked once.</param>
internal class Question<TWith, TAnswer>(Func<StudioContext, Asked<TWith>, IQueryable<TAnswer>> ask)
{
    private readonly ConditionalWeakTable<IModel, Thought> _alone = [];
    private readonly ConditionalWeakTable<IModel, Thought> _several = [];

    /// <summary>The whole answer about one.</summary>
    public Task<List<TAnswer>> OfAsync(StudioContext db, Guid one, TWith with, CancellationToken stop) =>
        OfAsync(db, new Asked<TWith>([one], with), stop);

    /// <summary>The whole answer about some.</summary>
    public Task<List<TAnswer>> OfAsync(
        StudioContext db,
        IReadOnlyCollection<Guid> many,
        TWith with,
        CancellationToken stop
    ) => OfAsync(db, new Asked<TWith>(many, with), stop);

    /// <summary>Thinks it through about one, before anybody asks. No database is opened.</summary>
    public void Ponder(StudioContext db, TWith with) => Rows(db, new Asked<TWith>([Guid.Empty], with));

    // The database answers on the thread that asks: to wait for each row as if it came from elsewhere is only dearer.
    private Task<List<TAnswer>> OfAsync(StudioContext db, Asked<TWith> asked, CancellationToken stop)
    {
        var answer = new List<TAnswer>();
        foreach (var row in Rows(db, asked))
        {
            stop.ThrowIfCancellationRequested();
            answer.Add(row);
        }

        return Task.FromResult(answer);
    }

    // A question belongs to the model that it was thought through with; there is one of those in a server.
    private IEnumerable<TAnswer> Rows(StudioContext db, Asked<TWith> asked) =>
        (asked.Alone ? _alone : _several).GetValue(db.Model, _ => Through(db, asked.Alone)).Ask(db, asked);

    private Thought Through(StudioContext db, bool alone)
    {
        var untold = Asked<TWith>.Untold(alone);
        return new(ThoughtThrough.Of(ask(db, untold).Expression, untold, typeof(TAnswer)));
    }

    private sealed class Thought(Delegate ask)
    {
        public Func<StudioContext, Asked<TWith>, IEnumerable<TAnswer>> Ask { get; } =
            (Func<StudioContext, Asked<TWith>, IEnumerable<TAnswer>>)ask;
    }
}

/// <summary>A question with nothing told but what it is about.</summary>
/// <typeparam name="TAnswer">A row of its answer.</typeparam>
/// <param name="ask">Puts it together as it would be asked once.</param>
internal sealed class Question<TAnswer>(Func<StudioContext, Asked<byte>, IQueryable<TAnswer>> ask)
    : Question<byte, TAnswer>(ask)
{
    /// <summary>The whole answer about one.</summary>
    public Task<List<TAnswer>> OfAsync(StudioContext db, Guid one, CancellationToken stop) => OfAsync(db, one, 0, stop);

    /// <summary>The whole answer about some.</summary>
    public Task<List<TAnswer>> OfAsync(StudioContext db, IReadOnlyCollection<Guid> many, CancellationToken stop) =>
        OfAsync(db, many, 0, stop);
}

/// <summary>
/// Makes of a question as it was put together once one that can be asked again: what it took from what it was asked of becomes
/// a parameter, tables become those of whoever asks, and the rest constants.
/// </summary>
file sealed class ThoughtThrough : ExpressionVisitor
{
    private readonly ParameterExpression _db = Expression.Parameter(typeof(StudioContext), "db");
    private readonly ParameterExpression _of;
    private readonly object _asked;
    private readonly List<(string Path, Expression Value, ParameterExpression Parameter)> _told = [];

    private ThoughtThrough(object asked)
    {
        _asked = asked;
        _of = Expression.Parameter(asked.GetType(), "asked");
    }

    public static Delegate Of(Expression question, object asked, Type answer)
    {
        var visitor = new ThoughtThrough(asked);
        var body = visitor.Visit(question);
        ParameterExpression[] parameters = [visitor._db, .. visitor._told.Select(t => t.Parameter)];
        var rows = typeof(IQueryable<>).MakeGenericType(answer);
        Type[] types = [.. parameters.Select(p => p.Type)];
        var lambda = Expression.Lambda(Expression.GetFuncType([.. types, rows]), body, parameters);
        var compiled = Compiler(types.Length, answer, types).Invoke(null, [lambda])!;
        var ask = Expression.Invoke(
            Expression.Constant(compiled),
            [visitor._db, .. visitor._told.Select(t => t.Value)]
        );
        return Expression.Lambda(ask, visitor._db, visitor._of).Compile();
    }

    /// <summary>The way in for a question with so many parameters whose answer is rows.</summary>
    private static MethodInfo Compiler(int parameters, Type answer, Type[] types) =>
        typeof(EF)
            .GetMethods()
            .Single(m =>
                m.Name == nameof(EF.CompileQuery)
                && m.GetGenericArguments().Length == parameters + 1
                && m.GetParameters()[0].ParameterType.GetGenericArguments()[0].GetGenericArguments()[^1]
                    is { IsGenericType: true } rows
                && rows.GetGenericTypeDefinition() == typeof(IQueryable<>)
            )
            .MakeGenericMethod([.. types, answer]);

    protected override Expression VisitExtension(Expression node) =>
        node is EntityQueryRootExpression root
            ? Expression.Call(_db, nameof(DbContext.Set), [root.ElementType])
            : base.VisitExtension(node);

    protected override Expression VisitMember(MemberExpression node)
    {
        if (Path(node) is { } path)
            return Told(path, node);
        return Known(node, out var value) ? Standing(value, node.Type) : base.VisitMember(node);
    }

    /// <summary>Where in what it is asked of a value comes from, or null when it comes from elsewhere.</summary>
    private string? Path(Expression? node) =>
        node is not MemberExpression { Expression: { } from } member ? null
        : IsAsked(from) ? member.Member.Name
        : Path(from) is { } path ? $"{path}.{member.Member.Name}"
        : null;

    private bool IsAsked(Expression node) => Known(node, out var value) && ReferenceEquals(value, _asked);

    private ParameterExpression Told(string path, MemberExpression node)
    {
        var at = _told.FindIndex(t => t.Path == path);
        if (at < 0)
        {
            at = _told.Count;
            _told.Add((path, Rooted(node), Expression.Parameter(node.Type, $"told{at}")));
        }

        return _told[at].Parameter;
    }

    private MemberExpression Rooted(MemberExpression node) =>
        node.Update(IsAsked(node.Expression!) ? _of : Rooted((MemberExpression)node.Expression!));

    /// <summary>What stands already: constants, what a call was given, and fields of types.</summary>
    private bool Known(Expression? node, out object? value)
    {
        value = null;
        if (node is ConstantExpression constant)
        {
            value = constant.Value;
            return true;
        }

        if (node is not MemberExpression member)
            return false;
        object? of = null;
        if (member.Expression is { } from && (!Known(from, out of) || of is null || ReferenceEquals(of, _asked)))
            return false;
        value = member.Member is FieldInfo field ? field.GetValue(of) : ((PropertyInfo)member.Member).GetValue(of);
        return true;
    }

    private Expression Standing(object? value, Type type) =>
        value is IQueryable rows ? Visit(rows.Expression) : Expression.Constant(value, type);
}
