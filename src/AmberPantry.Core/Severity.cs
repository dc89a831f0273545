namespace AmberPantry.Core;

/// <summary>How bad a finding is; the worst first.</summary>
public enum Severity
{
    /// <summary>Do not make or sell it like this.</summary>
    Stop,

    /// <summary>It will fail in use.</summary>
    Fix,

    /// <summary>It may disappoint.</summary>
    Watch,

    /// <summary>Good to know.</summary>
    Note,
}
