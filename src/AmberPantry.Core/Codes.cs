namespace AmberPantry.Core;

/// <summary>Codes of refusals. They are stable: programs may ask for them.</summary>
public static class Codes
{
    /// <summary>A value outside what is possible.</summary>
    public const string Range = "E_RANGE";

    /// <summary>Text where a number belongs, or a number that is none.</summary>
    public const string NotANumber = "E_NOT_A_NUMBER";

    public const string NotText = "E_NOT_TEXT";

    /// <summary>A day that is none.</summary>
    public const string Date = "E_DATE";

    /// <summary>A key or name that is not known.</summary>
    public const string UnknownId = "E_UNKNOWN_ID";

    /// <summary>The same thing twice.</summary>
    public const string Twice = "E_TWICE";

    /// <summary>Nothing there to work with.</summary>
    public const string Empty = "E_EMPTY";

    /// <summary>A field that must be there is missing.</summary>
    public const string Missing = "E_MISSING";

    /// <summary>A line or makeweight has nothing left to give.</summary>
    public const string UsedUp = "E_USED_UP";

    /// <summary>A kept line stands in the way.</summary>
    public const string Kept = "E_KEPT";

    /// <summary>It has been made and stays as it is.</summary>
    public const string Made = "E_MADE";

    /// <summary>No answer can reach what is wished for.</summary>
    public const string Unreachable = "E_UNREACHABLE";

    /// <summary>The limits contradict each other.</summary>
    public const string Infeasible = "E_INFEASIBLE";

    /// <summary>Something other than the document or JSON that was asked for.</summary>
    public const string NotADocument = "E_NOT_A_DOCUMENT";

    /// <summary>Something other than a list.</summary>
    public const string NotAList = "E_NOT_A_LIST";

    /// <summary>Something other than named fields.</summary>
    public const string NotAnObject = "E_NOT_AN_OBJECT";

    /// <summary>Written by a version that this one does not know.</summary>
    public const string Version = "E_VERSION";

    /// <summary>Parts of a blend that do not total 100.</summary>
    public const string Sum = "E_SUM";

    /// <summary>Fractions that do not total 1.</summary>
    public const string FractionSum = "E_FRACTION_SUM";

    /// <summary>A protection figure is never given.</summary>
    public const string SpfNotOffered = "E_SPF_NOT_OFFERED";

    /// <summary>A powder that holds no oil inside its grains.</summary>
    public const string NotCarrier = "E_NOT_CARRIER";

    /// <summary>Fatty acids that do not total 100.</summary>
    public const string FattySum = "E_FATTY_SUM";

    public const string RuleSyntax = "E_RULE_SYNTAX";

    /// <summary>What was asked for is not there.</summary>
    public const string NotThere = "E_NOT_THERE";

    /// <summary>Someone else changed it first.</summary>
    public const string Changed = "E_CHANGED";

    /// <summary>The same command came before with another content.</summary>
    public const string Repeated = "E_REPEATED";

    /// <summary>Out of order: the batch is not there yet, or is past it.</summary>
    public const string NotNow = "E_NOT_NOW";

    /// <summary>So far from what was said that it looks like a slip: it is taken when sent again as sure.</summary>
    public const string Unlikely = "E_UNLIKELY";

    /// <summary>It cannot be begun before something is mended.</summary>
    public const string Blocked = "E_BLOCKED";

    /// <summary>A stop or a habit that nobody has read and signed.</summary>
    public const string NotSigned = "E_NOT_SIGNED";

    /// <summary>Not one of the workshop's own pages.</summary>
    public const string Origin = "E_ORIGIN";

    /// <summary>The data file could not be read or written.</summary>
    public const string File = "E_FILE";

    /// <summary>A record that stands in the data file and cannot be read.</summary>
    public const string Unreadable = "E_UNREADABLE";

    /// <summary>A fault of the program.</summary>
    public const string Server = "E_SERVER";
}
